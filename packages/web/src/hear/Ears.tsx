import { defaultEar } from '@cyclogram/core';
import { AudioLines, Maximize2, Plus } from 'lucide-react';
import { useNavigate } from 'react-router';
import { Button, IconButton } from '../controls/Button';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { EarCard } from './EarCard';
import { LiveSpectrum } from './LiveSpectrum';
import { Disclosure, SectionHeading } from './Section';

/** The ways of listening, each with its live spectrum. */
export function Ears() {
  const filmId = useEditor((state) => state.id);
  const ears = useEditor((state) => state.film.ears);
  const openEar = useEditor((state) => state.openEar);
  const open = useEditor((state) => state.openEarCard);
  const change = useEditor((state) => state.change);
  const navigate = useNavigate();
  const add = () => {
    const id = newId('ear');
    change('add ear', (film) => void film.ears.push(defaultEar(id, `Ear ${film.ears.length + 1}`)));
    open(id);
  };
  return (
    <>
      <SectionHeading
        action={
          <IconButton label="Add an ear" onClick={add}>
            <Plus size={15} />
          </IconButton>
        }
      >
        Ears
      </SectionHeading>
      {ears.length === 0 && (
        <div className="px-3 py-2 text-dim">
          <p className="mb-2">An ear analyses the song and drives figures.</p>
          <Button onClick={add}>
            <AudioLines size={14} /> Add an ear
          </Button>
        </div>
      )}
      {ears.map(({ id, name }) => (
        <article key={id} className="border-b border-rule/60 pb-1">
          <div className="flex items-center px-1.5">
            <Disclosure open={openEar === id} onToggle={() => open(openEar === id ? undefined : id)}>
              <span className="truncate">{name}</span>
            </Disclosure>
            <IconButton
              label={`Open ${name} in the Listening view`}
              className="size-6 text-dim"
              onClick={() => void navigate(`/films/${filmId}/listening/${id}`)}
            >
              <Maximize2 size={13} />
            </IconButton>
          </div>
          <div className="px-3">
            <LiveSpectrum earId={id} height={openEar === id ? 72 : 26} />
          </div>
          {openEar === id && <EarCard earId={id} />}
        </article>
      ))}
    </>
  );
}
