import { defaultsOf, fieldOf, fieldsOf, trackRecord, type NumberField, type Track } from '@cyclogram/core';
import { RefreshCw, Trash2 } from 'lucide-react';
import { useState } from 'react';
import type { Asset } from '../api/assets';
import { Button } from '../controls/Button';
import { FieldRows } from '../controls/Fields';
import { NumberInput } from '../controls/NumberInput';
import { clock } from '../controls/time';
import { findTrack, useEditor } from '../editor/editorStore';
import { usePreview, usePreviewState } from '../editor/previewContext';
import { AddSongDialog } from '../films/AddSong';

const own = (key: string) => fieldOf(trackRecord, key) as NumberField;
const outField = own('out');
/** Those that are set as they are; the in and the out point have to stay apart. */
const fields = fieldsOf(trackRecord).filter(({ key }) => key !== 'in' && key !== 'out');
const defaults = { ...defaultsOf(trackRecord, { width: 0, height: 0 }) };

/** Everything about one track. */
export function TrackCard({ track, asset }: { track: Track; asset: Asset | undefined }) {
  const { id } = track;
  const preview = usePreview();
  const only = usePreviewState((state) => state.only);
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
    if (only === id) preview.setOnly(undefined);
    change('remove track', (film) => {
      film.tracks = film.tracks.filter((other) => other.id !== id);
      for (const ear of film.ears) ear.tracks = ear.tracks.filter((other) => other !== id);
    });
  };
  // In and out stay apart, by a hundredth of a second.
  const setIn = (value: number) =>
    set('in point', { in: Math.max(0, Math.min(value, (track.out ?? seconds) - 0.01)) });
  const setOut = (value: number) =>
    set('out point', { out: value >= seconds ? null : Math.max(value, track.in + 0.01) });
  return (
    <div className="px-1.5 pb-2">
      <input
        aria-label="Name of the track"
        value={track.name}
        maxLength={200}
        onChange={({ target }) => set('name', { name: target.value })}
        className="h-7 w-full border-b border-rule bg-transparent"
      />
      <FieldRows
        fields={fields}
        values={{ ...track }}
        defaults={defaults}
        onChange={(key, value) => set(key, { [key]: value })}
      />
      <NumberInput field={own('in')} value={track.in} resetTo={0} onChange={setIn} />
      <NumberInput field={outField} value={track.out ?? seconds} resetTo={seconds} onChange={setOut} />
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
        description="Every ear that uses this track keeps its settings and analyses the new file."
        onAdded={(next) => set('file', { source: { asset: next.sha256 }, in: 0, out: null })}
      />
    </div>
  );
}
