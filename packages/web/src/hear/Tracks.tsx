import { defaultTrack, fadeFields, fadesStandard, type Fade } from '@cyclogram/core';
import { clsx } from 'clsx';
import { Headphones, Plus, Volume2, VolumeX } from 'lucide-react';
import { useState } from 'react';
import type { Asset } from '../api/assets';
import { IconButton } from '../controls/Button';
import { CardSection } from '../controls/CardSection';
import { FieldRows } from '../controls/Fields';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { usePreview, usePreviewState } from '../editor/previewContext';
import { AddSongDialog } from '../films/AddSong';
import { Disclosure, SectionHeading } from './Section';
import { TrackCard } from './TrackCard';

/** The audio files of the film. */
export function Tracks({ assets }: { assets: ReadonlyMap<string, Asset> }) {
  const preview = usePreview();
  const tracks = useEditor((state) => state.film.tracks);
  const change = useEditor((state) => state.change);
  const only = usePreviewState((state) => state.only);
  const mutedNow = usePreviewState((state) => state.muted);
  const [open, setOpen] = useState<string>();
  const [adding, setAdding] = useState(false);
  const add = (asset: Asset) =>
    change('add track', (film) => {
      const track = defaultTrack(newId('track'), asset.name.replace(/\.[^.]+$/, ''), {
        asset: asset.sha256,
      });
      // What comes after the song is there for ears that name it.
      const first = !film.tracks.some(({ soundtrack }) => soundtrack);
      film.tracks.push({ ...track, soundtrack: first, analysed: first });
    });
  return (
    <>
      <SectionHeading
        action={
          <IconButton label="Add a track" onClick={() => setAdding(true)}>
            <Plus size={15} />
          </IconButton>
        }
      >
        Tracks
      </SectionHeading>
      {tracks.length === 0 && <p className="px-3 py-2 text-dim">No song yet. Drop one on the Tape.</p>}
      <ul>
        {tracks.map((track) => {
          const { id, name, soundtrack } = track;
          const muted = mutedNow.includes(id);
          const silent = only ? only !== id : !soundtrack || muted;
          return (
            <li key={id} className="border-b border-rule/60 px-1.5">
              <div className="flex h-7 items-center">
                <Disclosure open={open === id} onToggle={() => setOpen(open === id ? undefined : id)}>
                  <span className={clsx('truncate', silent && 'text-dim')}>{name}</span>
                </Disclosure>
                <IconButton
                  label={only === id ? 'End solo' : 'Solo'}
                  aria-pressed={only === id}
                  className={clsx('size-6', only === id ? 'text-amber' : 'text-dim')}
                  onClick={() => preview.setOnly(only === id ? undefined : id)}
                >
                  <Headphones size={13} />
                </IconButton>
                {soundtrack ? (
                  <IconButton
                    label={muted ? 'Unmute' : 'Mute'}
                    aria-pressed={muted}
                    className={clsx('size-6', muted && 'text-dim')}
                    onClick={() => preview.setMuted(id, !muted)}
                  >
                    {muted ? <VolumeX size={13} /> : <Volume2 size={13} />}
                  </IconButton>
                ) : (
                  <span className="w-6 text-center text-xs text-dim" title="Not in the soundtrack">
                    –
                  </span>
                )}
              </div>
              {open === id && <TrackCard track={track} asset={assets.get(track.source.asset ?? '')} />}
            </li>
          );
        })}
      </ul>
      {tracks.length > 0 && <SoundFades />}
      <AddSongDialog open={adding} onOpenChange={setAdding} onAdded={add} />
    </>
  );
}

/** What is said of fades while they are folded away. */
function fadeNote({ fadeIn, fadeOut }: Fade): string {
  const parts = [
    ...(fadeIn > 0 ? [`in ${fadeIn.toFixed(1)} s`] : []),
    ...(fadeOut > 0 ? [`out ${fadeOut.toFixed(1)} s`] : []),
  ];
  return parts.join(', ');
}

/** How the sound of the film comes and goes. */
function SoundFades() {
  const fade = useEditor((state) => state.film.fades.sound);
  const change = useEditor((state) => state.change);
  return (
    <div className="px-3 pb-2">
      <CardSection heading="Sound fades" open={false} note={fadeNote(fade)}>
        <FieldRows
          fields={fadeFields}
          values={{ ...fade }}
          defaults={{ ...fadesStandard.sound }}
          onChange={(key, value) =>
            change(
              `sound ${key}`,
              (film) => Object.assign(film.fades.sound, { [key]: value }),
              `sound fade ${key}`,
            )
          }
        />
      </CardSection>
    </div>
  );
}
