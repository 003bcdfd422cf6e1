import { Download } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { toast } from 'sonner';
import { saveFile } from '../controls/saveFile';
import { useEditor } from '../editor/editorStore';
import { useStage } from '../editor/stageContext';
import { spectrogramPng } from './spectrogramPng';

const itemLook =
  'flex h-7 items-center px-2.5 outline-none data-highlighted:bg-rule data-disabled:opacity-40';

interface Entry {
  label: string;
  /** Below the film's exports on the server. */
  path: string;
}

/** Files of what is heard: levels, followers, onsets, beats, the spectrogram. */
export function ExportMenu() {
  const stage = useStage();
  const id = useEditor((state) => state.id);
  const film = useEditor((state) => state.film);
  const openEar = useEditor((state) => state.openEar);
  const openFollower = useEditor((state) => state.openFollower);
  const saving = useEditor((state) => state.saving);
  const ear = film.ears.find((other) => other.id === openEar) ?? film.ears[0];
  const follower = film.followers.find((other) => other.id === openFollower) ?? film.followers[0];
  const entries: Entry[] = [
    ...(ear
      ? ['csv', 'json'].map((format) => ({
          label: `Levels of “${ear.name}”, ${format.toUpperCase()}`,
          path: `levels.${format}?ear=${ear.id}`,
        }))
      : []),
    ...(film.followers.length > 0
      ? ['csv', 'json'].map((format) => ({
          label: `All followers, ${format.toUpperCase()}`,
          path: `followers.${format}`,
        }))
      : []),
    ...(follower && follower.kind !== 'beat'
      ? ['csv', 'mid'].map((format) => ({
          label: `Onsets of “${follower.name}”, ${format === 'mid' ? 'MIDI' : 'CSV'}`,
          path: `onsets.${format}?follower=${follower.id}`,
        }))
      : []),
    ...(film.beats
      ? ['csv', 'mid'].map((format) => ({
          label: `Beats, ${format === 'mid' ? 'MIDI' : 'CSV'}`,
          path: `beats.${format}`,
        }))
      : []),
  ];
  const download = async ({ path }: Entry) => {
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
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label="Export what is heard"
        title="Export what is heard"
        className="grid size-5 place-items-center rounded-sm hover:bg-raised"
      >
        <Download size={13} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className="z-50 min-w-56 border border-edge bg-raised py-1">
          {entries.map((entry) => (
            <DropdownMenu.Item
              key={entry.path}
              className={itemLook}
              // The server writes what it has: what is not saved yet would be missing.
              disabled={saving.kind !== 'saved'}
              onSelect={() => run(download(entry))}
            >
              {entry.label}
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Item
            className={itemLook}
            onSelect={() =>
              run(
                spectrogramPng(stage).then((blob) =>
                  saveFile(blob, `${film.title || 'film'} spectrogram.png`),
                ),
              )
            }
          >
            Spectrogram, PNG
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
