import { fpsOf, frameAt } from '@cyclogram/core';
import { ImageDown, Pause, Play, Repeat, SkipBack } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { toast } from 'sonner';
import { IconButton } from '../controls/Button';
import { ChoiceInput } from '../controls/ChoiceInput';
import { saveFile } from '../controls/saveFile';
import { clock } from '../controls/time';
import { useEditor } from '../editor/editorStore';
import { useStage, useStageState } from '../editor/stageContext';

const speedField = {
  kind: 'choice',
  key: 'speed',
  label: 'Speed',
  choices: ['0.25', '0.5', '1', '1.5', '2'].map((value) => ({ value, label: `${value} ×` })),
} as const;

/** Play, loop, time, speed. */
export function Transport() {
  const stage = useStage();
  const playing = useStageState((state) => state.playing);
  const loop = useStageState((state) => state.loop);
  const speed = useStageState((state) => state.speed);
  const empty = useEditor(({ film }) => film.tracks.length === 0);
  const title = useEditor(({ film }) => film.title);
  const play = () =>
    void stage.toggle().catch((error: Error) => toast.error(`The sound cannot be played: ${error.message}`));
  const toggleLoop = () => {
    if (loop) return stage.setLoop(undefined);
    const from = Math.min(stage.time(), Math.max(0, stage.seconds - 4));
    stage.setLoop([from, Math.min(from + 4, stage.seconds)]);
  };
  const savePicture = async () => {
    const blob = await stage.savePicture();
    saveFile(blob, `${title || 'film'} ${clock(stage.time(), true).replace(':', '-')}.png`);
  };
  return (
    <div
      role="toolbar"
      aria-label="Transport"
      className="flex h-10 shrink-0 items-center gap-1 border-t border-rule px-3"
    >
      <IconButton label="Go to the start" keys="Home" disabled={empty} onClick={() => stage.seek(0)}>
        <SkipBack size={15} />
      </IconButton>
      <IconButton
        label={playing ? 'Pause' : 'Play'}
        keys="Space"
        disabled={empty}
        onClick={play}
        className="size-8 border border-rule"
      >
        {playing ? <Pause size={17} /> : <Play size={17} />}
      </IconButton>
      <IconButton
        label={loop ? 'Stop looping' : 'Loop the next four seconds'}
        aria-pressed={!!loop}
        disabled={empty}
        onClick={toggleLoop}
        className={loop ? 'bg-raised text-amber' : ''}
      >
        <Repeat size={15} />
      </IconButton>
      <TimeNow />
      {loop && (
        <span className="figures text-amber">
          loop {clock(loop[0], true)} to {clock(loop[1], true)}
        </span>
      )}
      <div className="ml-auto flex items-center gap-3">
        <div className="w-44">
          <ChoiceInput
            field={speedField}
            value={String(speed)}
            onChange={(value) => stage.setSpeed(Number(value))}
          />
        </div>
        <IconButton label="Save this picture as PNG" onClick={() => void savePicture()}>
          <ImageDown size={15} />
        </IconButton>
      </div>
    </div>
  );
}

/** Written straight into the page: it changes on every frame. */
function TimeNow() {
  const stage = useStage();
  const fps = useEditor(({ film }) => fpsOf(film.fps));
  const ref = useRef<HTMLTimeElement>(null);
  useEffect(() => {
    const write = () => {
      if (ref.current)
        ref.current.textContent = `${clock(stage.time(), true)} / ${clock(stage.seconds)}  frame ${frameAt(stage.time(), fps)}`;
    };
    write();
    return stage.onFrame(write);
  }, [stage, fps]);
  return <time ref={ref} data-testid="time" className="figures mx-2 whitespace-pre" />;
}
