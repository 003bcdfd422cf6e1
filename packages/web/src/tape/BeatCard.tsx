import {
  beatsFromTaps,
  beatsRecord,
  defaultsOf,
  fieldsOf,
  scaleTempo,
  shiftBeats,
  type Beats,
} from '@cyclogram/core';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { Button } from '../controls/Button';
import { FieldRows } from '../controls/Fields';
import { useEditor } from '../editor/editorStore';
import { usePreview, usePreviewState } from '../editor/previewContext';

const fields = fieldsOf(beatsRecord);
const standard = { ...defaultsOf(beatsRecord, { width: 0, height: 0 }) };

/** Pauses longer than this begin a new row of taps, in seconds. */
const longestPause = 3;

/** Tempo and beat grid: found, tapped, or set by hand. */
export function BeatCard() {
  const preview = usePreview();
  const beats = useEditor((state) => state.film.beats);
  const change = useEditor((state) => state.change);
  const playing = usePreviewState((state) => state.playing);
  const [finding, setFinding] = useState(false);
  const [taps, setTaps] = useState(0);
  const times = useRef<number[]>([]);
  const set = (label: string, next: Beats | null, key = '') =>
    change(label, (film) => void (film.beats = next), key);
  const find = () => {
    setFinding(true);
    preview
      .findBeats()
      .then((found) => {
        if (found) set('find beats', found);
        else toast('No steady beat was found in this song. Tap along instead.');
      })
      .catch((error: Error) => toast.error(`The beats could not be found: ${error.message}.`))
      .finally(() => setFinding(false));
  };
  const tap = () => {
    const now = preview.time();
    const last = times.current.at(-1);
    if (last === undefined || now <= last || now - last > longestPause) times.current = [];
    times.current.push(now);
    setTaps(times.current.length);
    const found = beatsFromTaps(times.current, beats?.perBar ?? 4);
    if (found) set('tap beats', found, 'taps');
  };
  return (
    <div>
      <div className="flex gap-2">
        <Button onClick={find} disabled={finding}>
          {finding ? 'Detecting…' : 'Detect beats'}
        </Button>
        <Button
          onClick={tap}
          disabled={!playing}
          title={playing ? undefined : 'Play the song, then tap along'}
        >
          {taps > 0 && taps < 4 ? `Tap (${4 - taps} more)` : 'Tap'}
        </Button>
      </div>
      {beats ? (
        <>
          <div className="mt-2">
            <FieldRows
              fields={fields}
              values={{ ...beats }}
              defaults={standard}
              onChange={(key, value) => set(key, { ...beats, [key]: value }, `beats ${key}`)}
            />
          </div>
          <div className="mt-2 flex flex-wrap gap-2">
            <Button onClick={() => set('double tempo', scaleTempo(beats, 2))}>Double</Button>
            <Button onClick={() => set('half tempo', scaleTempo(beats, 0.5))}>Half</Button>
            <Button
              onClick={() => set('shift beats', shiftBeats(beats, 1))}
              title="The bar starts a beat later"
            >
              Shift a beat
            </Button>
            <Button onClick={() => set('bar begins here', { ...beats, first: preview.time() })}>
              Bar starts here
            </Button>
            <Button onClick={() => set('remove beats', null)}>Remove</Button>
          </div>
        </>
      ) : (
        <p className="mt-2 text-dim">
          Loops and fades snap to beats, followers can follow them, and they can be exported.
        </p>
      )}
    </div>
  );
}
