import { useEditor } from '../editor/editorStore';
import { useDropCord } from './CordLines';
import { useCordView } from './cordView';
import { followersOf } from './words';

/** Where cords of a follower begin: dragged onto a property, it drives that. */
export function FollowerPort({ follower, name }: { follower: string; name: string }) {
  const draw = useCordView((state) => state.draw);
  const pointAt = useCordView((state) => state.pointAt);
  const count = useEditor(
    (state) => state.film.cords.filter((cord) => followersOf(cord).includes(follower)).length,
  );
  const drop = useDropCord();
  return (
    <button
      type="button"
      data-follower-port={follower}
      aria-label={`${name}: ${count === 1 ? '1 cord' : `${count} cords`}. Drag onto a property`}
      title={`${count === 1 ? '1 cord' : `${count} cords`}. Drag onto a property to drive it`}
      className="grid size-5 shrink-0 cursor-grab touch-none place-items-center active:cursor-grabbing"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        document.body.dataset['drawingCord'] = 'yes';
        draw({ follower, x: event.clientX, y: event.clientY });
      }}
      onPointerMove={(event) => {
        if (event.currentTarget.hasPointerCapture(event.pointerId))
          draw({ follower, x: event.clientX, y: event.clientY });
      }}
      onPointerUp={(event) => {
        delete document.body.dataset['drawingCord'];
        draw(undefined);
        drop(follower, event.clientX, event.clientY);
      }}
      onPointerCancel={() => {
        delete document.body.dataset['drawingCord'];
        draw(undefined);
      }}
      onPointerEnter={() => pointAt({ follower })}
      onPointerLeave={() => pointAt(undefined)}
      onFocus={() => pointAt({ follower })}
      onBlur={() => pointAt(undefined)}
    >
      <span className={`block size-2.5 rounded-full border border-amber ${count > 0 ? 'bg-amber' : ''}`} />
    </button>
  );
}
