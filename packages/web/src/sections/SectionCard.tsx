import { maxSections, suggestSections, usualCount, type SongChanges } from '@cyclogram/core';
import { Slider } from 'radix-ui';
import { useState } from 'react';
import { toast } from 'sonner';
import { Button } from '../controls/Button';
import { useEditor } from '../editor/editorStore';
import { usePreview } from '../editor/previewContext';
import { replaceSections, shownCount, splitSection } from './sectionChanges';

/** What was heard of songs, so that it is not heard again when the card is opened again. */
const heard = new WeakMap<object, { tracks: unknown; song: SongChanges; count: number }>();

/** Sections of the song: suggested from changes in the sound, or set by hand. */
export function SectionCard({ end }: { end: number }) {
  const preview = usePreview();
  const sections = useEditor((state) => state.film.sections);
  const tracks = useEditor((state) => state.film.tracks);
  const beats = useEditor((state) => state.film.beats);
  const change = useEditor((state) => state.change);
  const [finding, setFinding] = useState(false);
  const known = heard.get(preview);
  // Of other tracks, what was heard says nothing.
  const { song, count } = known?.tracks === tracks ? known : { song: undefined, count: 0 };
  const suggest = (from: SongChanges, next: number, gesture: string) => {
    heard.set(preview, { tracks, song: from, count: next });
    change('suggest sections', (film) => replaceSections(film, suggestSections(from, beats, next)), gesture);
  };
  const find = () => {
    setFinding(true);
    preview
      .findChanges()
      .then((found) => {
        if (maxSections(found) > 1) suggest(found, usualCount(found), '');
        else toast('The sound changes too little for sections. Add them by hand.');
      })
      .catch((error: Error) => toast.error(`Could not find sections: ${error.message}.`))
      .finally(() => setFinding(false));
  };
  return (
    <div>
      <p className="mb-2 text-dim">
        Named parts of the song. Properties can differ by section, layers can be shown in some only, and loops
        and keyframes snap to them.
      </p>
      <div className="flex flex-wrap gap-2">
        <Button onClick={find} disabled={finding}>
          {finding ? 'Listening…' : sections.length > 0 ? 'Suggest anew' : 'Suggest sections'}
        </Button>
        <Button onClick={() => change('add section', (film) => splitSection(film, preview.time(), end))}>
          Start one here
        </Button>
        {sections.length > 0 && (
          <Button onClick={() => change('remove sections', (film) => void (film.sections = []))}>
            Remove all
          </Button>
        )}
      </div>
      {song && sections.length > 0 && maxSections(song) > 2 && (
        <DetailSlider
          count={shownCount(song, beats, count, sections.length)}
          max={maxSections(song)}
          onChange={(next) => suggest(song, next, 'sections detail')}
        />
      )}
    </div>
  );
}

interface DetailSliderProps {
  count: number;
  max: number;
  onChange: (count: number) => void;
}

/** From coarse to fine: how many sections are suggested. */
function DetailSlider({ count, max, onChange }: DetailSliderProps) {
  return (
    <div className="mt-3">
      <div className="flex justify-between">
        <span>Detail</span>
        <span className="figures text-dim">
          {count} of {max}
        </span>
      </div>
      <Slider.Root
        min={2}
        max={max}
        step={1}
        value={[count]}
        onValueChange={([next]) => next !== undefined && onChange(next)}
        className="relative flex h-6 touch-none items-center"
      >
        <Slider.Track className="h-px grow bg-edge">
          <Slider.Range className="absolute h-px bg-amber" />
        </Slider.Track>
        <Slider.Thumb
          aria-label="Detail"
          aria-valuetext={`${count} sections`}
          className="block size-3 cursor-ew-resize rounded-full border-2 border-amber bg-room"
        />
      </Slider.Root>
      <div className="flex justify-between text-xs text-dim">
        <span>Coarse</span>
        <span>Fine</span>
      </div>
    </div>
  );
}
