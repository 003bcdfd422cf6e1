import { mostSeconds, type Track } from '@cyclogram/core';
import { RefreshCw, Trash2 } from 'lucide-react';
import { useState } from 'react';
import type { Asset } from '../api/assets';
import { Button } from '../controls/Button';
import { SwitchInput } from '../controls/Fields';
import { NumberInput } from '../controls/NumberInput';
import { clock } from '../controls/time';
import { findTrack, useEditor } from '../editor/editorStore';
import { useStage, useStageState } from '../editor/stageContext';
import { AddSongDialog } from '../films/AddSong';

const gainField = {
  kind: 'number',
  key: 'gain',
  label: 'Level',
  min: -60,
  max: 24,
  step: 1,
  unit: 'dB',
} as const;
const heardField = {
  kind: 'switch',
  key: 'heard',
  label: 'Heard in the film',
  help: 'It is played, and in the sound of the render.',
} as const;
const listenedField = {
  kind: 'switch',
  key: 'listened',
  label: 'Listened to',
  help: 'Ears that name no tracks listen to it.',
} as const;
const timeField = { kind: 'number', min: 0, max: mostSeconds, step: 0.1, unit: 's' } as const;

/** Everything about one track. */
export function TrackCard({ track, asset }: { track: Track; asset: Asset | undefined }) {
  const { id } = track;
  const stage = useStage();
  const only = useStageState((state) => state.only);
  const change = useEditor((state) => state.change);
  const [replacing, setReplacing] = useState(false);
  const seconds = asset?.seconds ?? 0;
  const set = (label: string, part: Partial<Track>) =>
    change(
      `track ${label}`,
      (film) => void Object.assign(findTrack(film, id)!, part),
      `${id} ${Object.keys(part).join()}`,
    );
  const remove = () => {
    if (only === id) stage.setOnly(undefined);
    change('remove track', (film) => {
      film.tracks = film.tracks.filter((other) => other.id !== id);
      for (const ear of film.ears) ear.tracks = ear.tracks.filter((other) => other !== id);
    });
  };
  // In and out stay apart, by a hundredth of a second.
  const setIn = (value: number) =>
    set('in-point', { in: Math.max(0, Math.min(value, (track.out ?? seconds) - 0.01)) });
  const setOut = (value: number) =>
    set('out-point', { out: value >= seconds ? null : Math.max(value, track.in + 0.01) });
  return (
    <div className="px-1.5 pb-2">
      <input
        aria-label="Name of the track"
        value={track.name}
        maxLength={200}
        onChange={({ target }) => set('name', { name: target.value })}
        className="h-7 w-full border-b border-rule bg-transparent"
      />
      <NumberInput
        field={gainField}
        value={track.gain}
        resetTo={0}
        onChange={(gain) => set('level', { gain })}
      />
      <SwitchInput field={heardField} value={track.heard} onChange={(heard) => set('heard', { heard })} />
      <SwitchInput
        field={listenedField}
        value={track.listened}
        onChange={(listened) => set('listened to', { listened })}
      />
      <NumberInput
        field={{ ...timeField, key: 'start', label: 'Starts at', help: 'Where in the film it begins.' }}
        value={track.start}
        resetTo={0}
        onChange={(start) => set('start', { start })}
      />
      <NumberInput
        field={{ ...timeField, key: 'in', label: 'From', help: 'Where in the file it begins.' }}
        value={track.in}
        resetTo={0}
        onChange={setIn}
      />
      <NumberInput
        field={{ ...timeField, key: 'out', label: 'To', help: 'Where in the file it ends.' }}
        value={track.out ?? seconds}
        resetTo={seconds}
        onChange={setOut}
      />
      <p className="figures flex h-7 items-center text-dim">
        {asset
          ? `${clock(asset.seconds, true)} ${asset.channels === 1 ? 'mono' : 'stereo'}`
          : 'The file is missing.'}
      </p>
      <div className="flex gap-2">
        <Button onClick={() => setReplacing(true)}>
          <RefreshCw size={13} /> Replace
        </Button>
        <Button onClick={remove}>
          <Trash2 size={13} /> Remove
        </Button>
      </div>
      <AddSongDialog
        open={replacing}
        onOpenChange={setReplacing}
        title="Replace the file"
        description="Everything that listens to this track stays as it is and listens to the new file."
        onAdded={(next) => set('file', { source: { asset: next.sha256 }, in: 0, out: null })}
      />
    </div>
  );
}
