import { defaultFollower } from '@cyclogram/core';
import { Activity, Plus } from 'lucide-react';
import { useEffect, useRef, type ReactNode } from 'react';
import { Button, IconButton } from '../controls/Button';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { showInList } from '../controls/showInList';
import { FollowerCard } from './FollowerCard';
import { FollowerPort } from '../cords/FollowerPort';
import { FollowerMeter } from './FollowerMeter';
import { Disclosure, SectionHeading } from './Section';

/** The numbers taken from the sound, each with its live meter. */
export function Followers() {
  const followers = useEditor((state) => state.film.followers);
  const ears = useEditor((state) => state.film.ears);
  const openEar = useEditor((state) => state.openEar);
  const openFollower = useEditor((state) => state.openFollower);
  const open = useEditor((state) => state.openFollowerCard);
  const change = useEditor((state) => state.change);
  const add = () => {
    const id = newId('follower');
    const ear = openEar ?? ears[0]?.id;
    if (!ear) return;
    change(
      'add follower',
      (film) => void film.followers.push(defaultFollower(id, ear, `Follower ${film.followers.length + 1}`)),
    );
    open(id);
  };
  return (
    <>
      <SectionHeading
        action={
          <IconButton label="Add a follower" onClick={add} disabled={ears.length === 0}>
            <Plus size={15} />
          </IconButton>
        }
      >
        Followers
      </SectionHeading>
      {followers.length === 0 && (
        <div className="px-3 py-2 text-dim">
          <p className="mb-2">
            A follower is one number from the sound: the kick, the voice, the loudness, the beat.
          </p>
          <Button onClick={add} disabled={ears.length === 0}>
            <Activity size={14} /> Add a follower
          </Button>
        </div>
      )}
      {followers.map((follower) => {
        const { id, name } = follower;
        return (
          <FollowerRow key={id} id={id} isOpen={openFollower === id}>
            <div className="flex items-center gap-2 pr-1.5 pl-1.5">
              <Disclosure
                open={openFollower === id}
                onToggle={() => open(openFollower === id ? undefined : id)}
              >
                <span className="truncate">{name}</span>
              </Disclosure>
              <FollowerMeter followerId={id} />
              <FollowerPort follower={id} name={name} />
            </div>
            {openFollower === id && <FollowerCard follower={follower} />}
          </FollowerRow>
        );
      })}
    </>
  );
}

/** A follower in the list. One that is opened or added is scrolled into view, with its controls. */
function FollowerRow({ id, isOpen, children }: { id: string; isOpen: boolean; children: ReactNode }) {
  const row = useRef<HTMLElement>(null);
  useEffect(() => {
    if (isOpen && row.current) showInList(row.current);
  }, [isOpen]);
  return (
    <article ref={row} data-follower-row={id} className="border-b border-rule/60">
      {children}
    </article>
  );
}
