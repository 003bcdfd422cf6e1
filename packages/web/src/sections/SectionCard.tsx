import { useState } from 'react';
import { toast } from 'sonner';
import { Button } from '../controls/Button';
import { useEditor } from '../editor/editorStore';
import { usePreview } from '../editor/previewContext';
import { replaceSections, splitSection } from './sectionChanges';

/** Sections of the song: suggested from changes in the sound, or set by hand. */
export function SectionCard({ end }: { end: number }) {
  const preview = usePreview();
  const sections = useEditor((state) => state.film.sections);
  const beats = useEditor((state) => state.film.beats);
  const change = useEditor((state) => state.change);
  const [finding, setFinding] = useState(false);
  const find = () => {
    setFinding(true);
    preview
      .findSections(beats)
      .then((found) => {
        if (found.length > 1) change('suggest sections', (film) => replaceSections(film, found));
        else toast('The sound changes too little for sections. Add them by hand.');
      })
      .catch((error: Error) => toast.error(`The sections could not be found: ${error.message}.`))
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
    </div>
  );
}
