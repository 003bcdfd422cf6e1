import { fpsOf, frameAt } from '@cyclogram/core';
import { ImageDown, Pause, Play, Repeat, SkipBack } from 'lucide-react';
import { Toolbar } from 'radix-ui';
import { useEffect, useRef } from 'react';
import { toast } from 'sonner';
import { IconButton } from '../controls/Button';
import { ChoiceInput } from '../controls/ChoiceInput';
import { saveFile } from '../controls/saveFile';
import { clock } from '../controls/time';
import { useEditor } from '../editor/editorStore';
import { usePreview, usePreviewState } from '../editor/previewContext';

const speedField = {
  kind: 'choice',
  key: 'speed',
  label: 'Speed',
  choices: ['0.25', '0.5', '1', '1.5', '2'].map((value) => ({ value, label: `${value} ×` })),
} as const;

/** Play, loop, time, speed. */
export function Transport() {
  const preview = usePreview();
  const playing = usePreviewState((state) => state.playing);
  const loop = usePreviewState((state) => state.loop);
  const speed = usePreviewState((state) => state.speed);
  const empty = useEditor(({ film }) => film.tracks.length === 0);
  const title = useEditor(({ film }) => film.title);
  const play = () =>
    void preview.toggle().catch((error: Error) => toast.error(`Could not play the sound: ${error.message}`));
  const toggleLoop = () => {
    if (loop) return preview.setLoop(undefined);
    const from = Math.min(preview.time(), Math.max(0, preview.seconds - 4));
    preview.setLoop([from, Math.min(from + 4, preview.seconds)]);
  };
  const savePicture = async () => {
    const blob = await preview.savePicture();
    saveFile(blob, `${title || 'film'} ${clock(preview.time(), true).replace(':', '-')}.png`);
  };
  return (
    <Toolbar.Root
      aria-label="Transport"
      className="flex h-10 shrink-0 items-center gap-1 border-t border-rule px-3"
    >
      <IconButton inToolbar label="Go to start" keys="Home" disabled={empty} onClick={() => preview.seek(0)}>
        <SkipBack size={15} />
      </IconButton>
      <IconButton
        inToolbar
        label={playing ? 'Pause' : 'Play'}
        keys="Space"
        disabled={empty}
        onClick={play}
        className="size-8 border border-rule"
      >
        {playing ? <Pause size={17} /> : <Play size={17} />}
      </IconButton>
      <IconButton
        inToolbar
        label={loop ? 'End loop' : 'Loop the next four seconds'}
        aria-pressed={!!loop}
        disabled={empty}
        onClick={toggleLoop}
        className={loop ? 'bg-raised text-amber' : ''}
      >
        <Repeat size={15} />
      </IconButton>
      <TimeNow />
      {loop && (
        <span className="figures truncate text-amber" title="Loop" data-testid="loop">
          {clock(loop[0], true)} to {clock(loop[1], true)}
        </span>
      )}
      <div className="ml-auto flex items-center gap-3">
        <div className="w-44">
          <ChoiceInput
            field={speedField}
            value={String(speed)}
            onChange={(value) => preview.setSpeed(Number(value))}
          />
        </div>
        <IconButton inToolbar label="Save frame as PNG" onClick={() => void savePicture()}>
          <ImageDown size={15} />
        </IconButton>
      </div>
    </Toolbar.Root>
  );
}

/** Written straight into the page, a few times a second. */
function TimeNow() {
  const preview = usePreview();
  const fps = useEditor(({ film }) => fpsOf(film.fps));
  const ref = useRef<HTMLTimeElement>(null);
  useEffect(() => {
    const write = () => {
      if (ref.current)
        ref.current.textContent = `${clock(preview.time(), true)} / ${clock(preview.seconds)}  frame ${frameAt(preview.time(), fps)}`;
    };
    write();
    return preview.onReading(write);
  }, [preview, fps]);
  return (
    <time
      ref={ref}
      data-testid="time"
      className="figures mx-2 h-5 w-56 shrink-0 whitespace-pre contain-strict"
    />
  );
}
