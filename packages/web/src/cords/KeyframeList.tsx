import {
  sourceRegistry,
  defaultsOf,
  fieldOf,
  fieldsOf,
  isShown,
  keyframeRecord,
  keysInOrder,
  keyTime,
  sourceKinds,
  timeOfKey,
  type ChoiceField,
  type Cord,
  type CordSource,
  type Field,
  type Keyframe,
  type MovingValue,
  type NumberField,
  type ReferenceField,
  type ShownField,
  valueText as text,
} from '@cyclogram/core';
import { Diamond, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Button, IconButton } from '../controls/Button';
import { ControlOf } from '../controls/ControlOf';
import { NumberInput } from '../controls/NumberInput';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { usePreview, usePreviewState } from '../editor/previewContext';
import { findCord } from './cordChanges';
import { sameField } from './valueFields';

type KeyframesSource = Extract<CordSource, { kind: 'keyframes' }>;

const record = sourceKinds.keyframes.record;
const baseField = fieldOf(record, 'timeBase') as ChoiceField;
const sectionField = fieldOf(record, 'section') as ReferenceField;
const timeField = fieldOf(keyframeRecord, 'time') as NumberField;
const easingFields = fieldsOf(keyframeRecord).slice(3);
const standard = defaultsOf(keyframeRecord, { width: 0, height: 0 });

const units = { seconds: 's', beats: '♩', section: '' } as const;

interface KeyframeListProps {
  cord: Cord;
  /** Cords that are changed with it. */
  others: readonly Cord[];
  field: Field;
  source: KeyframesSource;
  onChange: (key: string, value: unknown) => void;
}

/** The keyframes of a property: a table, and a button that sets one where the song is now. */
export function KeyframeList({ cord, others, field, source, onChange }: KeyframeListProps) {
  const preview = usePreview();
  const film = useEditor((state) => state.film);
  const change = useEditor((state) => state.change);
  const seconds = usePreviewState((state) => state.trackSeconds);
  const [open, setOpen] = useState<string>();
  const keys = keysInOrder(source.keys);
  const end = film.length ?? seconds;
  const setKeys = (next: readonly Keyframe[]) => onChange('keys', keysInOrder(next));
  const setKey = (id: string, part: Partial<Keyframe>) =>
    setKeys(source.keys.map((key) => (key.id === id ? { ...key, ...part } : key)));
  /** A key where the song is now, with the value that the property has there by its keys. */
  const add = () => {
    const time = timeOfKey(source, film, end, preview.time());
    if (time === undefined) return;
    const hearing = {
      end,
      levelsAt: none,
      highestLevels: none,
      peaksAt: none,
      followerAt: none,
      followerTable: none,
      waveformOf: none,
    };
    const value = sourceKinds.keyframes.value(source, {
      film,
      hearing,
      t: preview.time(),
      field,
      base: keys[0]!.value,
    });
    const id = newId('key');
    setKeys([...source.keys, { ...standard, id, time: round(time), value: value ?? keys[0]!.value }]);
    setOpen(id);
  };
  /** Another time base: keys stay where they are in the song. */
  const setBase = (part: Partial<Pick<KeyframesSource, 'timeBase' | 'section'>>) => {
    const next = {
      timeBase: source.timeBase,
      section: source.section ?? film.sections[0]?.id ?? null,
      ...part,
    };
    change('times in', (draft) => {
      for (const one of [cord, ...others]) {
        const target = sourceRegistry.as('keyframes', findCord(draft, one.id)?.source);
        const before = sourceRegistry.as('keyframes', one.source);
        if (!target || !before) continue;
        target.keys = before.keys.map((key) => {
          const moment = keyTime(before, film, end, key.time);
          const time = moment === undefined ? undefined : timeOfKey(next, film, end, moment);
          return time === undefined ? key : { ...key, time: round(time) };
        });
        Object.assign(target, next);
      }
    });
  };
  const isStuck = timeOfKey(source, film, end, 0) === undefined;
  return (
    <>
      <ControlOf
        field={baseField}
        value={source.timeBase}
        resetTo="seconds"
        onChange={(timeBase) => setBase({ timeBase: timeBase as 'seconds' })}
      />
      {source.timeBase === 'section' && (
        <ControlOf
          field={sectionField}
          value={source.section}
          resetTo={null}
          onChange={(section) => setBase({ section: section as string | null })}
        />
      )}
      {isStuck && (
        <p role="status" className="text-xs text-alarm">
          {source.timeBase === 'beats'
            ? 'The film has no beats yet: find them on the Tape.'
            : 'The section is gone: choose another one.'}
        </p>
      )}
      <ol className="my-1" aria-label="Keyframes">
        {keys.map((key, i) => (
          <li key={key.id} className="border-b border-rule/40">
            <div className="flex h-7 items-center gap-1">
              <button
                type="button"
                aria-expanded={open === key.id}
                className="flex grow items-center gap-1.5 truncate text-left hover:text-paper"
                onClick={() => {
                  setOpen(open === key.id ? undefined : key.id);
                  const at = keyTime(source, film, end, key.time);
                  if (at !== undefined) preview.seek(at);
                }}
              >
                <Diamond size={10} className="shrink-0 fill-glass text-glass" />
                <span className="figures">
                  {Number(key.time.toFixed(3))}
                  {units[source.timeBase]}
                </span>
                <span className="truncate text-dim">{text(field, key.value)}</span>
              </button>
              <IconButton
                label={`Remove keyframe ${i + 1}`}
                className="size-6"
                disabled={keys.length < 2}
                onClick={() => setKeys(source.keys.filter(({ id }) => id !== key.id))}
              >
                <Trash2 size={11} />
              </IconButton>
            </div>
            {open === key.id && (
              <div className="pb-1 pl-3">
                <NumberInput
                  field={{
                    ...timeField,
                    unit: units[source.timeBase],
                    step: source.timeBase === 'section' ? 0.01 : source.timeBase === 'beats' ? 1 : 0.1,
                  }}
                  value={key.time}
                  onChange={(time) => setKey(key.id, { time })}
                />
                <ControlOf
                  field={sameField(field, { key: 'value', label: 'Value' })}
                  value={key.value}
                  resetTo={undefined}
                  onChange={(value) => setKey(key.id, { value: value as MovingValue })}
                />
                {easingFields
                  .filter((one) => isShown(one as ShownField, { ...key }))
                  .map((one) => (
                    <ControlOf
                      key={one.key}
                      field={one as ShownField}
                      value={(key as unknown as Record<string, unknown>)[one.key]}
                      resetTo={(standard as unknown as Record<string, unknown>)[one.key]}
                      onChange={(value) => setKey(key.id, { [one.key]: value })}
                    />
                  ))}
              </div>
            )}
          </li>
        ))}
      </ol>
      <Button className="h-6 px-1.5 text-xs" disabled={isStuck} onClick={add}>
        <Diamond size={11} /> Keyframe here
      </Button>
    </>
  );
}

const none = () => undefined;
const round = (time: number) => Math.round(time * 1000) / 1000;
