import {
  sourceRegistry,
  defaultFollower,
  findProperty,
  sourceKinds,
  type PropertyAddress,
  type SourceKind,
  type SourceKindName,
} from '@cyclogram/core';
import { ClipboardPaste } from 'lucide-react';
import { useContext, useState } from 'react';
import { Button } from '../controls/Button';
import { EditorContext, useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { FollowerMeter } from '../hear/FollowerMeter';
import { RangePicker } from '../hear/RangePicker';
import { addCord, keptCord, pasteCord, sameProperties } from './cordChanges';
import { icons } from '../controls/icons';

interface CordPickerProps {
  address: PropertyAddress;
  label: string;
  onDone: () => void;
}

/** What a property can be tied to: the followers there are, a new one, or a motion of its own. */
export function CordPicker({ address, label, onDone }: CordPickerProps) {
  const store = useContext(EditorContext)!;
  const followers = useEditor((state) => state.film.followers);
  const selected = useEditor((state) => state.selected);
  const change = useEditor((state) => state.change);
  const field = findProperty(store.getState().film, address)?.field;
  if (!field) return <p className="text-xs text-dim">This property cannot move.</p>;
  const moves = (kind: SourceKindName) => (sourceKinds[kind] as unknown as SourceKind).moves(field);
  const add = (kind: SourceKindName, part: object = {}) => {
    change(`drive ${label.toLowerCase()}`, (film) => {
      for (const one of sameProperties(film, address, selected)) addCord(film, one, kind, part);
    });
    onDone();
  };
  const copied = keptCord();
  const others = (Object.keys(sourceKinds) as SourceKindName[]).filter(
    (kind) => !sourceRegistry.of({ kind })?.needsFollower && moves(kind),
  );
  return (
    <div className="flex flex-col gap-2">
      <h4 className="font-semibold">Drive {label}</h4>
      {moves('follower') && (
        <section aria-label="Followers">
          <h5 className="mb-0.5 border-b border-rule text-xs text-amber">Followers</h5>
          {followers.length === 0 && (
            <p className="py-1 text-xs text-dim">There is none yet: pick a range below.</p>
          )}
          {followers.map(({ id, name }) => (
            <button
              key={id}
              type="button"
              className="flex h-7 w-full items-center justify-between gap-2 px-1 text-left hover:bg-rule"
              onClick={() => add('follower', { follower: id })}
            >
              <span className="truncate">{name}</span>
              <FollowerMeter followerId={id} />
            </button>
          ))}
          <NewFollower onMade={(follower) => add('follower', { follower })} />
        </section>
      )}
      <section aria-label="Motions">
        <h5 className="mb-0.5 border-b border-rule text-xs text-glass">Motions</h5>
        <div className="grid grid-cols-2 gap-x-1">
          {others.map((kind) => {
            const Icon = icons[sourceKinds[kind].icon];
            return (
              <button
                key={kind}
                type="button"
                title={sourceKinds[kind].about}
                className="flex h-7 items-center gap-2 px-1 text-left hover:bg-rule"
                onClick={() => add(kind)}
              >
                <Icon size={13} className="shrink-0 text-dim" /> {sourceKinds[kind].label}
              </button>
            );
          })}
        </div>
      </section>
      {copied && moves(copied.source.kind) && (
        <Button
          onClick={() => {
            change('paste cord', (film) => {
              for (const one of sameProperties(film, address, selected)) pasteCord(film, one, copied);
            });
            onDone();
          }}
        >
          <ClipboardPaste size={13} /> Paste the copied cord
        </Button>
      )}
    </div>
  );
}

/** A follower of a range that is picked on a small live spectrum. */
function NewFollower({ onMade }: { onMade: (id: string) => void }) {
  const ear = useEditor((state) => state.openEar ?? state.film.ears[0]?.id);
  const change = useEditor((state) => state.change);
  const [range, setRange] = useState<[number, number]>([40, 120]);
  if (!ear) return null;
  const make = () => {
    const id = newId('follower');
    change('add follower', (film) => {
      const name = `${Math.round(range[0])} to ${Math.round(range[1])} Hz`;
      film.followers.push({ ...defaultFollower(id, ear, name), fromHz: range[0], toHz: range[1] });
    });
    onMade(id);
  };
  return (
    <div className="mt-1">
      <RangePicker earId={ear} range={range} onChange={setRange} />
      <Button className="mt-1 w-full justify-center" onClick={make}>
        New follower,{' '}
        <span className="figures">
          {Math.round(range[0])} to {Math.round(range[1])} Hz
        </span>
      </Button>
    </div>
  );
}
