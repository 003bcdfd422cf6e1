import { nearestBeat, sectionSpans } from '@cyclogram/core';
import { useState, type PointerEvent } from 'react';
import { DropdownMenu } from 'radix-ui';
import { Ellipsis } from 'lucide-react';
import { menuRow, menuSheet } from '../controls/menu';
import { useEditor } from '../editor/editorStore';
import { usePreview } from '../editor/previewContext';
import type { Lane } from '../tape/lanes';
import { useTapePreferences } from '../tape/tapePreferences';
import { timeAt, xOf, type TapeView } from '../tape/tapeView';
import { joinSection, moveSection, sectionTitles, splitSection } from './sectionChanges';
import { SectionTitleText } from './SectionTitleText';

interface SectionLaneProps {
  lane: Lane;
  view: TapeView;
  width: number;
  end: number;
}

/** The named parts of the song: each is gone to by a press, its start is dragged, its name changed by a double press. */
export function SectionLane({ lane, view, width, end }: SectionLaneProps) {
  const sections = useEditor((state) => state.film.sections);
  const beats = useEditor((state) => state.film.beats);
  const change = useEditor((state) => state.change);
  const preview = usePreview();
  const { snap } = useTapePreferences();
  const [naming, setNaming] = useState<string>();
  const titles = new Map(sectionTitles(sections).map((title) => [title.id, title]));
  const drag = (event: PointerEvent<HTMLElement>, id: string) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const box = event.currentTarget.closest('[data-tape]')!.getBoundingClientRect();
    const time = timeAt(view, width, event.clientX - box.left);
    const snapped = snap && beats && !event.altKey ? nearestBeat(beats, time) : time;
    change('move section', (film) => moveSection(film, id, snapped, end), `section ${id}`);
  };
  const stop = (event: { stopPropagation(): void }) => event.stopPropagation();
  return (
    <div
      className="absolute inset-x-0 overflow-hidden border-t border-rule"
      style={{ top: lane.top, height: lane.height }}
      role="group"
      aria-label="Sections"
      onPointerDown={stop}
      onDoubleClick={stop}
    >
      {sectionSpans(sections, end).map(({ id, name, from, to }, i) => {
        const [left, right] = [xOf(view, width, from), xOf(view, width, to)];
        if (right < 0 || left > width) return null;
        const title = titles.get(id)!;
        return (
          <div
            key={id}
            className={`group/section absolute inset-y-0 flex items-center ${i % 2 === 0 ? 'bg-raised' : 'bg-panel'}`}
            style={{ left, width: Math.max(1, right - left) }}
          >
            {from > 0 && (
              <span
                role="separator"
                aria-label={`Start of ${title.text}`}
                className="absolute inset-y-0 left-0 z-10 w-1.5 cursor-ew-resize touch-none border-l border-amber/60 hover:bg-amber/30"
                onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
                onPointerMove={(event) => drag(event, id)}
              />
            )}
            {naming === id ? (
              <input
                autoFocus
                defaultValue={name}
                maxLength={100}
                aria-label="Name of the section"
                className="figures h-full w-full min-w-0 bg-room px-2 outline-none"
                onKeyDown={(event) => {
                  event.stopPropagation();
                  if (event.key === 'Enter') event.currentTarget.blur();
                  else if (event.key === 'Escape') setNaming(undefined);
                }}
                onBlur={({ target }) => {
                  setNaming(undefined);
                  change('name section', (film) => {
                    const section = film.sections.find((one) => one.id === id);
                    if (section) section.name = target.value;
                  });
                }}
              />
            ) : (
              <>
                <button
                  type="button"
                  className="figures h-full min-w-0 grow truncate px-2 text-left text-amber/90 hover:text-amber"
                  aria-label={title.text}
                  title={`${title.text}: press to go there, twice to rename`}
                  onClick={() => preview.seek(from)}
                  onDoubleClick={() => setNaming(id)}
                >
                  <SectionTitleText {...title} />
                </button>
                {right - left > 60 && (
                  <DropdownMenu.Root>
                    <DropdownMenu.Trigger
                      aria-label={`More for ${title.text}`}
                      className="mr-0.5 grid size-4 shrink-0 place-items-center text-dim opacity-0 group-hover/section:opacity-100 focus-visible:opacity-100 data-[state=open]:opacity-100"
                    >
                      <Ellipsis size={12} />
                    </DropdownMenu.Trigger>
                    <DropdownMenu.Portal>
                      <DropdownMenu.Content align="end" className={menuSheet}>
                        <DropdownMenu.Item className={menuRow} onSelect={() => setNaming(id)}>
                          Rename
                        </DropdownMenu.Item>
                        <DropdownMenu.Item className={menuRow} onSelect={() => preview.setLoop([from, to])}>
                          Loop
                        </DropdownMenu.Item>
                        <DropdownMenu.Item
                          className={menuRow}
                          onSelect={() =>
                            change('split section', (film) => splitSection(film, preview.time(), end))
                          }
                        >
                          Split at the playhead
                        </DropdownMenu.Item>
                        <DropdownMenu.Item
                          className={menuRow}
                          onSelect={() => change('join sections', (film) => joinSection(film, id))}
                        >
                          {i === 0 ? 'Join with the next' : 'Join with the one before'}
                        </DropdownMenu.Item>
                      </DropdownMenu.Content>
                    </DropdownMenu.Portal>
                  </DropdownMenu.Root>
                )}
              </>
            )}
          </div>
        );
      })}
    </div>
  );
}
