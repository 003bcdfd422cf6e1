import {
  passHeadings,
  passKinds,
  structuredCopy,
  type Film,
  type PassKindName,
  type PassSettings,
} from '@cyclogram/core';
import { useEffect, useMemo, useRef } from 'react';
import { Dialog } from '../controls/Dialog';
import { useEditor } from '../editor/editorStore';
import { usePreview } from '../editor/previewContext';
import { looks } from './looks';
import { newPass, passesOf, type Owner } from './passChanges';

const size = { width: 160, height: 90 };

interface PassGalleryProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  owner: Owner;
  onChoose: (passes: PassSettings[]) => void;
}

interface Offer {
  name: string;
  about: string;
  make: () => PassSettings[];
}

/** Passes to add, each as it changes the picture that is shown: on the left as it is, on the right through the pass. */
export function PassGallery({ open, onOpenChange, owner, onChoose }: PassGalleryProps) {
  const film = useEditor((state) => state.film);
  const groups = useMemo(() => {
    const kinds = Object.entries(passKinds) as [PassKindName, (typeof passKinds)[PassKindName]][];
    const offerOf = ([kind, { label, about }]: (typeof kinds)[number]): Offer => ({
      name: label,
      about,
      make: () => [newPass(kind, film, passKinds[kind].start)],
    });
    const grades = looks.map(({ name, about, passes }): Offer => ({
      name,
      about,
      make: () => passes.map(({ kind, part }) => newPass(kind, film, part)),
    }));
    return [
      { heading: 'Looks', offers: grades },
      ...passHeadings.map((heading) => ({
        heading,
        offers: kinds.filter(([, kind]) => kind.heading === heading).map(offerOf),
      })),
    ];
    // Only its size matters.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [film.width, film.height]);
  return (
    <Dialog
      width="w-[760px]"
      open={open}
      onOpenChange={onOpenChange}
      title="Add a pass"
      description="Each is shown with the present picture: before on the left, after on the right."
    >
      {groups.map(({ heading, offers }) => (
        <section key={heading} aria-label={heading}>
          <h3 className="mt-3 mb-1.5 border-b border-rule text-xs text-dim first:mt-0">{heading}</h3>
          <ul className="grid grid-cols-4 gap-3">
            {offers.map((offer) => (
              <li key={offer.name}>
                <button
                  type="button"
                  title={offer.about}
                  onClick={() => {
                    onChoose(offer.make());
                    onOpenChange(false);
                  }}
                  className="w-full border border-rule text-left hover:border-glass"
                >
                  <BeforeAfter owner={owner} make={offer.make} />
                  <span className="block truncate px-2 py-1">{offer.name}</span>
                </button>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </Dialog>
  );
}

/** The picture without a pass, and with it. */
function BeforeAfter({ owner, make }: { owner: Owner; make: () => PassSettings[] }) {
  const preview = usePreview();
  const film = useEditor((state) => state.film);
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    let stale = false;
    const after = structuredCopy(film) as Film;
    passesOf(after, owner)?.push(...make());
    const paint = async () => {
      const time = preview.moment();
      const pictures = await Promise.all(
        [film, after].map((shown) => preview.request('view', { film: shown, time, ...size })),
      );
      const context = canvas.current?.getContext('2d');
      if (!stale && context) {
        const [before, through] = pictures as [ImageBitmap, ImageBitmap];
        context.drawImage(through, 0, 0);
        const half = size.width / 2;
        context.drawImage(before, 0, 0, half, size.height, 0, 0, half, size.height);
        context.fillStyle = '#f4efe6';
        context.fillRect(half - 0.5, 0, 1, size.height);
      }
      for (const picture of pictures) picture.close();
    };
    void paint().catch(() => {});
    return () => {
      stale = true;
    };
  }, [preview, film, owner, make]);
  return <canvas ref={canvas} {...size} className="block w-full" aria-hidden />;
}
