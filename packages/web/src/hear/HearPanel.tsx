import { defaultEar, defaultTrack, earFields, channelKinds, type ChannelKind } from '@cyclogram/core';
import { clsx } from 'clsx';
import {
  AudioLines,
  ChevronDown,
  ChevronRight,
  Headphones,
  Plus,
  Trash2,
  Volume2,
  VolumeX,
} from 'lucide-react';
import { useState } from 'react';
import type { Asset } from '../api/assets';
import { Button, IconButton } from '../controls/Button';
import { ChoiceInput, Fields } from '../controls/Fields';
import { NumberInput } from '../controls/NumberInput';
import { clock } from '../controls/time';
import { findEar, freeId, useEditor } from '../editor/editorStore';
import { useStage, useStageState } from '../editor/stageContext';
import { AddSongDialog } from '../films/AddSong';
import { LiveSpectrum } from './LiveSpectrum';

/** The sound side: tracks and ears. */
export function HearPanel({ assets }: { assets: ReadonlyMap<string, Asset> }) {
  return (
    <section aria-label="Hear" className="h-full overflow-x-hidden overflow-y-auto bg-panel pb-6">
      <Tracks assets={assets} />
      <Ears />
    </section>
  );
}

function Heading({ children, action }: { children: string; action: React.ReactNode }) {
  return (
    <header className="flex h-9 items-center justify-between border-b border-rule pr-1.5 pl-3">
      <h3 className="font-semibold text-amber">{children}</h3>
      {action}
    </header>
  );
}

const gainField = {
  kind: 'number',
  key: 'gain',
  label: 'Level',
  min: -60,
  max: 24,
  step: 1,
  unit: 'dB',
} as const;

function Tracks({ assets }: { assets: ReadonlyMap<string, Asset> }) {
  const stage = useStage();
  const tracks = useEditor((state) => state.film.tracks);
  const change = useEditor((state) => state.change);
  const only = useStageState((state) => state.only);
  const [open, setOpen] = useState<string>();
  const [adding, setAdding] = useState(false);
  const remove = (id: string) => {
    if (only === id) stage.setOnly(undefined);
    change('remove track', (film) => {
      film.tracks = film.tracks.filter((track) => track.id !== id);
      for (const ear of film.ears) ear.tracks = ear.tracks.filter((track) => track !== id);
    });
  };
  const add = (asset: Asset) =>
    change('add track', (film) => {
      const track = defaultTrack(freeId('track', film.tracks), asset.name.replace(/\.[^.]+$/, ''), {
        asset: asset.sha256,
      });
      film.tracks.push({ ...track, muted: film.tracks.some(({ muted }) => !muted) });
    });
  return (
    <>
      <Heading
        action={
          <IconButton label="Add a track" onClick={() => setAdding(true)}>
            <Plus size={15} />
          </IconButton>
        }
      >
        Tracks
      </Heading>
      {tracks.length === 0 && <p className="px-3 py-2 text-dim">No song yet. Drop one on the Tape.</p>}
      <ul>
        {tracks.map(({ id, name, muted, gain, source }) => {
          const asset = assets.get(source.asset ?? '');
          return (
            <li key={id} className="border-b border-rule/60 px-1.5">
              <div className="flex h-7 items-center">
                <button
                  type="button"
                  className="flex min-w-0 grow items-center gap-1 text-left"
                  aria-expanded={open === id}
                  onClick={() => setOpen(open === id ? undefined : id)}
                >
                  {open === id ? <ChevronDown size={13} /> : <ChevronRight size={13} />}
                  <span className={clsx('truncate', muted && only !== id && 'text-dim')}>{name}</span>
                </button>
                <IconButton
                  label={only === id ? 'Play all again' : 'Play only this one, for now'}
                  aria-pressed={only === id}
                  className={clsx('size-6', only === id ? 'text-amber' : 'text-dim')}
                  onClick={() => stage.setOnly(only === id ? undefined : id)}
                >
                  <Headphones size={13} />
                </IconButton>
                <IconButton
                  label={muted ? 'Unmute' : 'Mute'}
                  aria-pressed={muted}
                  className={clsx('size-6', muted && 'text-dim')}
                  onClick={() =>
                    change(
                      muted ? 'unmute' : 'mute',
                      (film) => void (film.tracks.find((t) => t.id === id)!.muted = !muted),
                    )
                  }
                >
                  {muted ? <VolumeX size={13} /> : <Volume2 size={13} />}
                </IconButton>
              </div>
              {open === id && (
                <div className="pb-2 pl-4">
                  <NumberInput
                    field={gainField}
                    value={gain}
                    resetTo={0}
                    onChange={(value) =>
                      change(
                        'track level',
                        (film) => void (film.tracks.find((t) => t.id === id)!.gain = value),
                        `${id} gain`,
                      )
                    }
                  />
                  <p className="figures flex h-7 items-center justify-between text-dim">
                    {asset
                      ? `${clock(asset.seconds, true)} ${asset.channels === 1 ? 'mono' : 'stereo'}`
                      : 'missing'}
                    <IconButton label="Remove the track" className="size-6" onClick={() => remove(id)}>
                      <Trash2 size={13} />
                    </IconButton>
                  </p>
                </div>
              )}
            </li>
          );
        })}
      </ul>
      <AddSongDialog open={adding} onOpenChange={setAdding} onAdded={add} />
    </>
  );
}

const channelLabels: Record<ChannelKind, string> = { mix: 'Both', left: 'Left', right: 'Right' };
const channelField = {
  kind: 'choice',
  key: 'channel',
  label: 'Channel',
  choices: channelKinds.map((value) => ({ value, label: channelLabels[value] })),
} as const;

function Ears() {
  const film = useEditor((state) => state.film);
  const openEar = useEditor((state) => state.openEar);
  const open = useEditor((state) => state.openEarCard);
  const change = useEditor((state) => state.change);
  const add = () => {
    const id = freeId('ear', film.ears);
    change('add ear', (draft) => void draft.ears.push(defaultEar(id, `Ear ${draft.ears.length + 1}`)));
    open(id);
  };
  return (
    <>
      <Heading
        action={
          <IconButton label="Add an ear" onClick={add}>
            <Plus size={15} />
          </IconButton>
        }
      >
        Ears
      </Heading>
      {film.ears.length === 0 && (
        <div className="px-3 py-2 text-dim">
          <p className="mb-2">An ear listens to the song and feeds figures.</p>
          <Button onClick={add}>
            <AudioLines size={14} /> Add an ear
          </Button>
        </div>
      )}
      {film.ears.map(({ id, name }) => (
        <article key={id} className="border-b border-rule/60">
          <button
            type="button"
            aria-expanded={openEar === id}
            className="flex h-7 w-full items-center gap-1 px-1.5 text-left"
            onClick={() => open(openEar === id ? undefined : id)}
          >
            {openEar === id ? <ChevronDown size={13} /> : <ChevronRight size={13} />}
            <span className="truncate">{name}</span>
          </button>
          <div className="px-3">
            <LiveSpectrum earId={id} height={openEar === id ? 72 : 26} />
          </div>
          {openEar === id && <EarCard earId={id} />}
        </article>
      ))}
    </>
  );
}

function EarCard({ earId }: { earId: string }) {
  const ear = useEditor(({ film }) => film.ears.find(({ id }) => id === earId))!;
  const tracks = useEditor((state) => state.film.tracks);
  const used = useEditor(({ film }) => film.layers.some((layer) => layer.ear === earId));
  const change = useEditor((state) => state.change);
  const report = useStageState((state) => state.ears[earId]);
  const set = (key: string, value: unknown) =>
    change(
      key,
      (film) => Object.assign(findEar(film, earId)!, keepOrder(ear, key, value)),
      `${earId} ${key}`,
    );
  const trackField = {
    kind: 'choice',
    key: 'track',
    label: 'Listens to',
    choices: [
      { value: '', label: 'What is played' },
      ...tracks.map(({ id, name }) => ({ value: id, label: name })),
    ].map(({ value, label }) => ({ value: value || 'played', label })),
  } as const;
  return (
    <div className="px-3 pb-3">
      <input
        aria-label="Name of the ear"
        value={ear.name}
        maxLength={200}
        onChange={({ target }) => set('name', target.value)}
        className="mt-1 h-7 w-full border-b border-rule bg-transparent"
      />
      <ChoiceInput
        field={trackField}
        value={ear.tracks[0] ?? 'played'}
        onChange={(value) => set('tracks', value === 'played' ? [] : [value])}
      />
      <ChoiceInput field={channelField} value={ear.channel} onChange={(value) => set('channel', value)} />
      <Fields groups={earFields} values={ear} defaults={{ ...defaultEar('') }} onChange={set} />
      {report?.sharesBins && (
        <p className="mt-2 text-xs text-amber">
          The narrowest bands are finer than the transform ({report.binHz.toFixed(2)} Hz a bin) and share its
          bins.
        </p>
      )}
      <Button
        className="mt-3"
        disabled={used}
        title={used ? 'A layer listens to it' : undefined}
        onClick={() =>
          change('remove ear', (film) => void (film.ears = film.ears.filter(({ id }) => id !== earId)))
        }
      >
        <Trash2 size={13} /> {used ? 'In use by a layer' : 'Remove the ear'}
      </Button>
    </div>
  );
}

/** The values to set so that lower ends stay below upper ones. */
function keepOrder(
  ear: { fromHz: number; toHz: number; floorDb: number; ceilingDb: number },
  key: string,
  value: unknown,
) {
  const number = value as number;
  if (key === 'fromHz') return { fromHz: Math.min(number, ear.toHz - 1) };
  if (key === 'toHz') return { toHz: Math.max(number, ear.fromHz + 1) };
  if (key === 'floorDb') return { floorDb: Math.min(number, ear.ceilingDb - 1) };
  if (key === 'ceilingDb') return { ceilingDb: Math.max(number, ear.floorDb + 1) };
  return { [key]: value };
}
