import { kindOfFollower, fpsOf } from '@cyclogram/core';
import { Download } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { Button, IconButton } from '../controls/Button';
import { Dialog } from '../controls/Dialog';
import { NumberInput } from '../controls/NumberInput';
import { saveFile } from '../controls/saveFile';
import { useEditor } from '../editor/editorStore';
import { usePreview } from '../editor/previewContext';
import { spectrogramPng } from './spectrogramPng';

const rateField = {
  kind: 'number',
  key: 'rate',
  label: 'Rows per second',
  help: 'Of levels and followers; the film’s frame rate by default.',
  min: 0.1,
  max: 1000,
  step: 1,
  unit: '',
} as const;

/** Something that can be exported, in one or more formats. */
interface Entry {
  label: string;
  formats: { name: string; path: string }[];
}

const formatNames: Record<string, string> = { csv: 'CSV', json: 'JSON', mid: 'MIDI' };

/** Files of the analysis: levels, followers, onsets, beats, the spectrogram. */
export function ExportDialog() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <IconButton inToolbar label="Export analysis" className="size-5" onClick={() => setOpen(true)}>
        <Download size={13} />
      </IconButton>
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title="Export analysis"
        description="For other programs: tables, MIDI notes, an image."
      >
        {open && <Exports />}
      </Dialog>
    </>
  );
}

function Exports() {
  const preview = usePreview();
  const id = useEditor((state) => state.id);
  const film = useEditor((state) => state.film);
  const saved = useEditor((state) => state.saving.kind === 'saved');
  const [rate, setRate] = useState(fpsOf(film.fps));
  const entry = (label: string, what: string, kinds: string[], query: Record<string, string>): Entry => ({
    label,
    formats: kinds.map((kind) => ({
      name: formatNames[kind]!,
      path: `${what}.${kind}?${new URLSearchParams(query).toString()}`,
    })),
  });
  const fps = String(rate);
  const entries = [
    ...film.ears.map((ear) =>
      entry(`Levels of “${ear.name}”`, 'levels', ['csv', 'json'], { ear: ear.id, fps }),
    ),
    ...(film.followers.length > 0 ? [entry('All followers', 'followers', ['csv', 'json'], { fps })] : []),
    ...film.followers
      .filter((follower) => kindOfFollower(follower).ranged)
      .map((follower) =>
        entry(`Onsets of “${follower.name}”`, 'onsets', ['csv', 'mid'], { follower: follower.id }),
      ),
    ...(film.beats ? [entry('Beats', 'beats', ['csv', 'mid'], {})] : []),
  ];
  const download = async (path: string) => {
    const response = await fetch(`/api/films/${id}/exports/${path}`);
    if (!response.ok) {
      const problem = (await response.json()) as { detail: string };
      throw new Error(problem.detail);
    }
    const name = /filename="([^"]+)"/.exec(response.headers.get('content-disposition') ?? '')?.[1];
    saveFile(await response.blob(), name ?? path.replace(/\?.*/, ''));
  };
  const run = (work: Promise<void>) =>
    toast.promise(work, {
      loading: 'Writing the file…',
      success: 'The file is written.',
      error: (error: Error) => error.message,
    });
  const saveSpectrogram = async () =>
    saveFile(await spectrogramPng(preview), `${film.title || 'film'} spectrogram.png`);
  return (
    <div className="side-sound">
      <NumberInput field={rateField} value={rate} resetTo={fpsOf(film.fps)} onChange={setRate} />
      <ul className="mt-2">
        {entries.map(({ label, formats }) => (
          <li key={label} className="flex min-h-9 items-center gap-2 border-t border-rule/60">
            <span className="grow truncate">{label}</span>
            {formats.map(({ name, path }) => (
              <Button
                key={name}
                aria-label={`${label}, ${name}`}
                // The server writes what it has: what is not saved yet would be missing.
                disabled={!saved}
                onClick={() => run(download(path))}
              >
                {name}
              </Button>
            ))}
          </li>
        ))}
        <li className="flex min-h-9 items-center gap-2 border-t border-rule/60">
          <span className="grow">Spectrogram</span>
          <Button aria-label="Spectrogram, PNG" onClick={() => run(saveSpectrogram())}>
            PNG
          </Button>
        </li>
      </ul>
      {!saved && <p className="mt-2 text-dim">In a moment: the last change is being saved.</p>}
    </div>
  );
}
