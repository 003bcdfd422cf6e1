import { fpsOf, fpsText, rateKey, readRate, usualRates, type Film } from '@cyclogram/core';
import { yupResolver } from '@hookform/resolvers/yup';
import { useMutation } from '@tanstack/react-query';
import { Controller, useForm, useWatch, type Control } from 'react-hook-form';
import { useNavigate } from 'react-router';
import * as yup from 'yup';
import { startRender } from '../api/renders';
import { Button } from '../controls/Button';
import { ChoiceInput } from '../controls/ChoiceInput';
import { Dialog } from '../controls/Dialog';
import { clock } from '../controls/time';
import { useEditor } from '../editor/editorStore';
import { usePreview, usePreviewState } from '../editor/previewContext';

const scales = [
  { value: '1', label: 'Full' },
  { value: '0.6666666', label: 'Two thirds' },
  { value: '0.5', label: 'Half' },
];

interface RenderDialogProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
}

/** Asks for size and rate, and puts the film in the queue. */
export function RenderDialog({ open, onOpenChange }: RenderDialogProps) {
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="Render"
      description="An MP4 with the song: H.264 and AAC. It is made in the background."
    >
      {/* Made anew each time it opens: it starts from the film as it is then. */}
      {open && <RenderForm onClose={() => onOpenChange(false)} />}
    </Dialog>
  );
}

interface Wish {
  scale: string;
  fps: string;
  range: string;
}

const wishSchema: yup.ObjectSchema<Wish> = yup.object({
  scale: yup
    .string()
    .required()
    .oneOf(scales.map(({ value }) => value)),
  fps: yup
    .string()
    .required()
    .test('rate', 'Choose a frame rate.', (text) => readRate(text) !== undefined),
  range: yup.string().required().oneOf(['all', 'loop']),
});

/** Width and height in whole pixels, even, as 4:2:0 needs them. */
function sizeOf({ width, height }: Pick<Film, 'width' | 'height'>, scale: string): [number, number] {
  const even = (n: number) => Math.max(16, 2 * Math.round((n * Number(scale)) / 2));
  return [even(width), even(height)];
}

function RenderForm({ onClose }: { onClose: () => void }) {
  const preview = usePreview();
  const id = useEditor((state) => state.id);
  const film = useEditor((state) => state.film);
  const loop = usePreviewState((state) => state.loop);
  const navigate = useNavigate();
  const { control, handleSubmit } = useForm<Wish>({
    resolver: yupResolver(wishSchema),
    defaultValues: { scale: '1', fps: rateKey(film.fps), range: 'all' },
  });
  const { scale, fps, range } = useWatch({ control });
  const looped = range === 'loop' ? loop : undefined;
  const [width, height] = sizeOf(film, scale ?? '1');
  const rate = readRate(fps ?? '') ?? film.fps;
  const seconds = looped ? looped[1] - looped[0] : preview.seconds;
  const start = useMutation({
    mutationFn: () =>
      startRender({
        filmId: id,
        document: film,
        width,
        height,
        fps: rate,
        ...(looped ? { from: looped[0], to: looped[1] } : {}),
      }),
    onSuccess: () => navigate('/renders'),
  });
  const rates = [...usualRates, film.fps].filter(
    (one, i, all) => all.findIndex((other) => rateKey(other) === rateKey(one)) === i,
  );
  return (
    <form onSubmit={(event) => void handleSubmit(() => start.mutate())(event)}>
      <FormChoice control={control} name="scale" label="Size" choices={scales} />
      <FormChoice
        control={control}
        name="fps"
        label="Frame rate"
        choices={rates.map((one) => ({ value: rateKey(one), label: `${fpsText(one)} fps` }))}
      />
      <FormChoice
        control={control}
        name="range"
        label="Range"
        choices={[{ value: 'all', label: 'Whole film' }, ...(loop ? [{ value: 'loop', label: 'Loop' }] : [])]}
      />
      <p className="figures mt-3 text-dim">
        {width}×{height}, {clock(seconds, true)}, {Math.round(seconds * fpsOf(rate))} frames
      </p>
      {film.tracks.length === 0 && (
        <p className="mt-2 text-amber">The film has no song yet. Add one, then render.</p>
      )}
      {start.error && (
        <p role="alert" className="mt-2 text-alarm">
          {start.error.message}
        </p>
      )}
      <div className="mt-5 flex justify-end gap-2">
        <Button onClick={onClose}>Cancel</Button>
        <Button look="main" type="submit" disabled={film.tracks.length === 0 || start.isPending}>
          Start rendering
        </Button>
      </div>
    </form>
  );
}

interface FormChoiceProps {
  control: Control<Wish>;
  name: keyof Wish;
  label: string;
  choices: { value: string; label: string }[];
}

/** A choice of the form. */
function FormChoice({ control, name, label, choices }: FormChoiceProps) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <>
          <ChoiceInput
            field={{ kind: 'choice', key: name, label, choices }}
            value={field.value}
            onChange={field.onChange}
          />
          {fieldState.error && (
            <p role="alert" className="text-alarm">
              {fieldState.error.message}
            </p>
          )}
        </>
      )}
    />
  );
}
