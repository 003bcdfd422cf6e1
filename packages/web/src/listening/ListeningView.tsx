import { ArrowLeft } from 'lucide-react';
import { Tabs } from 'radix-ui';
import { useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import type { BandStatistics, Ear } from '@cyclogram/core';
import { Button } from '../controls/Button';
import { findEar, useEditor } from '../editor/editorStore';
import { usePreview, usePreviewState } from '../editor/previewContext';
import { EarCard } from '../hear/EarCard';
import { Transport } from '../screen/Transport';
import { BandTable } from './BandTable';
import { SmootherCompare } from './SmootherCompare';
import { SpectrumView } from './SpectrumView';

/** One ear large: its settings, its live spectrum, its bands as a table. */
export function ListeningView() {
  const { ear: earId = '' } = useParams();
  const filmId = useEditor((state) => state.id);
  const ear = useEditor(({ film }) => film.ears.find(({ id }) => id === earId));
  const report = usePreviewState((state) => state.ears[earId]);
  const change = useEditor((state) => state.change);
  const navigate = useNavigate();
  const [noteNames, setNoteNames] = useState(false);
  const [showWeights, setShowWeights] = useState(false);
  const statistics = useStatistics(ear);
  const back = () => void navigate(`/films/${filmId}`);
  if (!ear) {
    return (
      <div className="grid h-full place-content-center gap-2 text-center">
        <p>This ear is not in the film any more.</p>
        <Button onClick={back}>Back to the film</Button>
      </div>
    );
  }
  const onChange = (label: string, part: Partial<Ear>) =>
    change(
      label,
      (film) => void Object.assign(findEar(film, earId)!, part),
      `${earId} ${label} ${Object.keys(part).join()}`,
    );
  const toggle = (on: boolean) => (on ? 'border-amber! text-amber' : '');
  return (
    <section aria-label="Listening" className="side-sound flex h-full flex-col">
      <div className="grid min-h-0 grow grid-cols-[280px_1fr]">
        <div className="overflow-y-auto border-r border-rule bg-panel">
          <div className="px-3 pt-2">
            <Button onClick={back}>
              <ArrowLeft size={13} /> Back to the film
            </Button>
          </div>
          <EarCard earId={earId} />
        </div>
        <div className="grid min-h-0 grid-rows-[36px_minmax(150px,1.25fr)_minmax(120px,1fr)]">
          <div className="flex items-center gap-2 px-3">
            <h2 className="text-base font-semibold">{ear.name}</h2>
            <span className="ml-auto" />
            <Button
              aria-pressed={noteNames}
              className={toggle(noteNames)}
              onClick={() => setNoteNames(!noteNames)}
            >
              Note names
            </Button>
            <Button
              aria-pressed={showWeights}
              className={toggle(showWeights)}
              title="Click to add points, drag them, double click to remove"
              onClick={() => setShowWeights(!showWeights)}
            >
              Draw weights
            </Button>
          </div>
          {report ? (
            <SpectrumView {...{ ear, report, noteNames, showWeights, onChange }} />
          ) : (
            <p className="grid place-content-center text-dim">Nothing has been analysed yet.</p>
          )}
          <Tabs.Root defaultValue="bands" className="flex min-h-0 flex-col">
            <Tabs.List
              className="flex h-8 shrink-0 gap-4 border-t border-rule px-3"
              aria-label="Below the spectrum"
            >
              {(['bands', 'smoothers'] as const).map((value) => (
                <Tabs.Trigger
                  key={value}
                  value={value}
                  className="text-dim hover:text-paper data-[state=active]:border-b-2 data-[state=active]:border-amber data-[state=active]:text-paper"
                >
                  {value === 'bands' ? 'Bands' : 'Compare smoothing'}
                </Tabs.Trigger>
              ))}
            </Tabs.List>
            <Tabs.Content value="bands" className="min-h-0 grow">
              {report && <BandTable {...{ ear, report, statistics, onChange }} />}
            </Tabs.Content>
            <Tabs.Content value="smoothers" className="min-h-0 grow">
              {report && <SmootherCompare {...{ ear, report, onChange }} />}
            </Tabs.Content>
          </Tabs.Root>
        </div>
      </div>
      <Transport />
    </section>
  );
}

/** What each band does over the song, once all of it has been heard. */
function useStatistics(ear: Ear | undefined): readonly BandStatistics[] | undefined {
  const preview = usePreview();
  const complete = usePreviewState((state) => state.analysed >= 1);
  const [statistics, setStatistics] = useState<BandStatistics[]>();
  useEffect(() => {
    if (!ear || !complete) return;
    let wanted = true;
    const timer = setTimeout(() => {
      preview.ask('statistics', { earId: ear.id }).then(
        (found) => wanted && setStatistics(found),
        () => {},
      );
    }, 200);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [preview, ear, complete]);
  return statistics;
}
