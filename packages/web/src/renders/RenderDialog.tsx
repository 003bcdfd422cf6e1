import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { startRender } from '../api/renders';
import { Button } from '../controls/Button';
import { Dialog } from '../controls/Dialog';
import { ChoiceInput } from '../controls/ChoiceInput';
import { clock } from '../controls/time';
import { useEditor } from '../editor/editorStore';
import { useStage, useStageState } from '../editor/stageContext';

const scaleChoices = [
  { value: '1', label: 'Full' },
  { value: '0.6666666', label: 'Two thirds' },
  { value: '0.5', label: 'Half' },
];
const rates = ['24', '25', '30', '50', '60'];

interface RenderDialogProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
}

/** Asks for size and rate, and puts the film in the queue. */
export function RenderDialog({ open, onOpenChange }: RenderDialogProps) {
  const stage = useStage();
  const id = useEditor((state) => state.id);
  const film = useEditor((state) => state.film);
  const loop = useStageState((state) => state.loop);
  const navigate = useNavigate();
  const [scale, setScale] = useState('1');
  const [fps, setFps] = useState(String(film.fps));
  const [part, setPart] = useState('whole');
  const even = (n: number) => Math.max(16, 2 * Math.round((n * Number(scale)) / 2));
  const [width, height] = [even(film.width), even(film.height)];
  const partOnly = part === 'loop' && loop;
  const start = useMutation({
    mutationFn: () =>
      startRender({
        filmId: id,
        document: film,
        width,
        height,
        fps: Number(fps),
        ...(partOnly ? { from: loop[0], to: loop[1] } : {}),
      }),
    onSuccess: () => navigate('/renders'),
  });
  const seconds = partOnly ? loop[1] - loop[0] : stage.seconds;
  const rateChoices = [...new Set([...rates, String(film.fps)])].map((value) => ({
    value,
    label: `${value} fps`,
  }));
  const partChoices = [
    { value: 'whole', label: 'Whole song' },
    ...(loop ? [{ value: 'loop', label: 'The loop' }] : []),
  ];
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="Render"
      description="An MP4 with the song: H.264 and AAC. It is made in the background."
    >
      <ChoiceInput
        field={{ kind: 'choice', key: 'scale', label: 'Size', choices: scaleChoices }}
        value={scale}
        onChange={setScale}
      />
      <ChoiceInput
        field={{ kind: 'choice', key: 'fps', label: 'Rate', choices: rateChoices }}
        value={fps}
        onChange={setFps}
      />
      <ChoiceInput
        field={{ kind: 'choice', key: 'part', label: 'Part', choices: partChoices }}
        value={partOnly ? 'loop' : 'whole'}
        onChange={setPart}
      />
      <p className="figures mt-3 text-dim">
        {width}×{height}, {clock(seconds, true)}, {Math.round(seconds * Number(fps))} frames
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
        <Button onClick={() => onOpenChange(false)}>Cancel</Button>
        <Button
          look="main"
          disabled={film.tracks.length === 0 || start.isPending}
          onClick={() => start.mutate()}
        >
          Start rendering
        </Button>
      </div>
    </Dialog>
  );
}
