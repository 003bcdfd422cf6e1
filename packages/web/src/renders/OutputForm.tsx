import {
  fpsText,
  rateKey,
  usualRates,
  type ChoiceField,
  type NumberField,
  type SwitchField,
} from '@cyclogram/core';
import { useId } from 'react';
import type { RenderFormat } from '../api/renders';
import { ChoiceInput } from '../controls/ChoiceInput';
import { SwitchInput } from '../controls/SwitchInput';
import { NumberInput } from '../controls/NumberInput';
import { sizeOf, sizes, type Output, type OutputContext } from './outputs';
import { sectionTitles } from '../sections/sectionChanges';

const number = (key: string, label: string, part: Partial<NumberField>): NumberField => ({
  ...{ kind: 'number', key, label, min: 0, max: 100, step: 1, unit: '' },
  ...part,
});

const side = { min: 16, max: 8192, step: 2, unit: 'px', whole: true } as const;
const fields = {
  width: number('width', 'Width', side),
  height: number('height', 'Height', side),
  from: number('from', 'Start', { max: 7200, step: 0.1, unit: 's' }),
  to: number('to', 'End', { max: 7200, step: 0.1, unit: 's' }),
  fadeIn: number('fadeIn', 'Fade in', { max: 60, step: 0.1, unit: 's', help: 'At the start of the range.' }),
  fadeOut: number('fadeOut', 'Fade out', { max: 60, step: 0.1, unit: 's', help: 'At the end of the range.' }),
  moments: number('moments', 'Moments', { min: 1, max: 400, whole: true }),
};
const transparentField: SwitchField = {
  kind: 'switch',
  key: 'transparent',
  label: 'Without background',
  help: 'Background layers are left out, and fades of the picture become transparency.',
  default: false,
};

interface OutputFormProps {
  output: Output;
  formats: readonly RenderFormat[];
  context: OutputContext;
  onChange: (part: Partial<Output>) => void;
}

/** Everything about one file that is rendered. */
export function OutputForm({ output, formats, context, onChange }: OutputFormProps) {
  const { film, loop } = context;
  const format = formats.find(({ id }) => id === output.format) ?? formats[0]!;
  const { pictures } = format;
  const ranged = pictures !== 'moment';
  const pictured = pictures !== 'none';
  const choice = (key: keyof Output, label: string, choices: ChoiceField['choices'], help?: string) => (
    <ChoiceInput
      wide
      field={{ kind: 'choice', key, label, choices, ...(help ? { help } : {}) }}
      value={String(output[key])}
      onChange={(value) => onChange({ [key]: value })}
    />
  );
  const numeric = (key: keyof typeof fields) => (
    <NumberInput field={fields[key]} value={output[key]} onChange={(value) => onChange({ [key]: value })} />
  );
  const size = sizeOf(output, film);
  const otherShape = size.width * film.height !== size.height * film.width;
  const rates = [...usualRates, film.fps].filter(
    (one, i, all) => all.findIndex((other) => rateKey(other) === rateKey(one)) === i,
  );
  return (
    <div className="grid grid-cols-2 items-start gap-x-8">
      <div>
        {choice(
          'format',
          'Format',
          formats.map(({ id, heading, label }) => ({ value: id, label: `${heading}: ${label}` })),
        )}
        <p className="mb-2 text-right text-xs text-dim">
          {format.about}. {format.sound === null ? 'No sound.' : `Sound: ${format.sound}.`}
        </p>
        {pictured && (
          <>
            {choice('size', pictures === 'spread' ? 'Frame size' : 'Size', [
              { value: 'film', label: `Film, ${film.width} × ${film.height}` },
              ...Object.entries(sizes).map(([value, { label }]) => ({ value, label })),
              { value: 'own', label: 'Custom' },
            ])}
            {output.size === 'own' && (
              <>
                {numeric('width')}
                {numeric('height')}
              </>
            )}
            {otherShape &&
              choice(
                'fit',
                'Fit',
                [
                  { value: 'extend', label: 'Extend beyond the frame' },
                  { value: 'fill', label: 'Crop to fill' },
                  { value: 'fit', label: 'Letterbox' },
                ],
                'How the film’s picture lies in one of another shape.',
              )}
          </>
        )}
        {pictures === 'all' &&
          choice('fps', 'Frame rate', [
            { value: 'film', label: `Film, ${fpsText(film.fps)} fps` },
            ...rates.map((rate) => ({ value: rateKey(rate), label: `${fpsText(rate)} fps` })),
          ])}
        {format.transparent && (
          <SwitchInput
            wide
            field={transparentField}
            value={output.transparent}
            onChange={(transparent) => onChange({ transparent })}
          />
        )}
      </div>
      <div>
        {ranged && (
          <>
            {choice('range', 'Range', [
              { value: 'all', label: 'Whole film' },
              ...(loop ? [{ value: 'loop', label: 'Loop' }] : []),
              ...sectionTitles(film.sections).map(({ id, text }) => ({
                value: `section:${id}`,
                label: `Section: ${text}`,
              })),
              { value: 'times', label: 'Custom range' },
            ])}
            {output.range === 'times' && (
              <>
                {numeric('from')}
                {numeric('to')}
              </>
            )}
          </>
        )}
        {pictures === 'spread' && numeric('moments')}
        {ranged && pictures !== 'spread' && (
          <>
            {numeric('fadeIn')}
            {numeric('fadeOut')}
          </>
        )}
        {format.crf && (
          <>
            {choice('quality', 'Quality', [
              { value: 'high', label: `High, ${format.crf.high}` },
              { value: 'medium', label: `Medium, ${format.crf.medium}` },
              { value: 'low', label: `Low, ${format.crf.low}` },
              { value: 'draft', label: 'Draft, half the size' },
              { value: 'crf', label: 'Custom rate factor' },
            ])}
            {output.quality === 'crf' && (
              <NumberInput
                field={number('crf', 'Rate factor', {
                  min: format.crf.min,
                  max: format.crf.max,
                  help: 'Lower is better and larger.',
                })}
                value={Math.min(Math.max(output.crf, format.crf.min), format.crf.max)}
                onChange={(crf) => onChange({ crf })}
              />
            )}
          </>
        )}
        {format.speeds &&
          output.quality !== 'draft' &&
          choice(
            'speed',
            'Encoder speed',
            [
              { value: 'fast', label: 'Fast' },
              { value: 'medium', label: 'Medium' },
              { value: 'slow', label: 'Slow' },
            ],
            'Slower makes smaller files.',
          )}
        <NameInput value={output.name} extension={format.extension} onChange={(name) => onChange({ name })} />
      </div>
    </div>
  );
}

/** The file's name, in which marks stand for what is known of the film. */
function NameInput({
  value,
  extension,
  onChange,
}: {
  value: string;
  extension: string;
  onChange: (value: string) => void;
}) {
  const id = useId();
  return (
    <div className="mt-1">
      <label htmlFor={id} className="text-dim">
        File name
      </label>
      <div className="flex items-center gap-1">
        <input
          id={id}
          value={value}
          maxLength={200}
          onChange={({ target }) => onChange(target.value)}
          aria-describedby={`${id}-help`}
          className="h-7 min-w-0 grow border-b border-rule bg-transparent"
        />
        <span className="figures text-dim">.{extension}</span>
      </div>
      <p id={`${id}-help`} className="text-xs text-dim">
        {'{title}, {artist}, {size}, {rate}, {format} and {date} are filled in.'}
      </p>
    </div>
  );
}
