import {
  findProperty,
  addressKey,
  problemOf,
  sameValue,
  sourceKinds,
  sourceRegistry,
  type Cord,
  type Film,
} from '@cyclogram/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { linkHorizontal } from 'd3-shape';
import { SearchInput } from '../controls/SearchInput';
import { ArrowLeft, TriangleAlert } from 'lucide-react';
import { ToggleGroup } from 'radix-ui';
import { useLayoutEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useEditor } from '../editor/editorStore';
import { FollowerMeter } from '../hear/FollowerMeter';
import { CordCard } from './CordCard';
import { CordMeter } from './CordMeter';
import { icons } from '../controls/icons';
import { useLimits } from './useLimits';
import { followersOf, problemTexts, propertyName, sourceName } from './words';

type Order = 'source' | 'layer';

/** A source with its cords: a follower, or a motion by itself. */
interface Source {
  key: string;
  name: string;
  follower: string | undefined;
  cords: Cord[];
}

/** Sources in the order of the film's followers, motions after them. */
function sourcesOf(film: Film, cords: readonly Cord[]): Source[] {
  const sources = new Map<string, Source>();
  for (const { id, name } of film.followers) sources.set(id, { key: id, name, follower: id, cords: [] });
  for (const cord of cords) {
    const [follower] = followersOf(cord);
    const known = follower === undefined ? undefined : film.followers.find(({ id }) => id === follower);
    const key = known ? known.id : cord.source.kind;
    const source = sources.get(key) ?? { key, name: sourceName(film, cord), follower: undefined, cords: [] };
    source.cords.push(cord);
    sources.set(key, source);
  }
  return [...sources.values()].filter((source) => source.cords.length > 0);
}

/** Every cord of the film, as a line from what moves to what is moved. */
export function CordsView() {
  const film = useEditor((state) => state.film);
  const id = useEditor((state) => state.id);
  const [text, setText] = useState('');
  const [order, setOrder] = useState<Order>('source');
  const [open, setOpen] = useState<string>();
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const limits = useLimits();
  const cords = useMemo(() => {
    const wanted = text.trim().toLowerCase();
    const named = film.cords.map((cord) => ({
      cord,
      property: propertyName(film, cord.target),
      source: sourceName(film, cord),
    }));
    const found = named.filter(({ property, source }) =>
      `${property} ${source}`.toLowerCase().includes(wanted),
    );
    return found;
  }, [film, text]);
  const sources = sourcesOf(
    film,
    cords.map(({ cord }) => cord),
  );
  const rank = new Map(sources.flatMap((source) => source.cords).map((cord, i) => [cord.id, i]));
  const rows = [...cords].sort((a, b) =>
    order === 'source' ? rank.get(a.cord.id)! - rank.get(b.cord.id)! : a.property.localeCompare(b.property),
  );
  // Those that were removed, or are not shown, are not changed.
  const picked = rows.map(({ cord }) => cord).filter(({ id: own }) => chosen.includes(own));
  return (
    <section aria-label="Cords" className="flex h-full flex-col bg-panel">
      <header className="flex h-9 shrink-0 items-center gap-3 border-b border-rule px-3">
        <Link to={`/films/${id}`} className="flex items-center gap-1 text-dim hover:text-paper">
          <ArrowLeft size={14} /> Workspace
        </Link>
        <h2 className="font-semibold text-glass">Cords</h2>
        <SearchInput label="Find a cord" value={text} onChange={setText} className="h-6 w-56" />
        <ToggleGroup.Root
          type="single"
          value={order}
          onValueChange={(next) => next && setOrder(next as Order)}
          aria-label="Order"
          className="flex text-xs"
        >
          {(
            [
              ['source', 'By source'],
              ['layer', 'By property'],
            ] as const
          ).map(([value, label]) => (
            <ToggleGroup.Item
              key={value}
              value={value}
              className="h-6 border border-rule px-2 text-dim data-[state=on]:border-glass data-[state=on]:text-glass"
            >
              {label}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
        <label className="flex items-center gap-1.5 text-dim">
          <input
            type="checkbox"
            className="accent-glass"
            checked={rows.length > 0 && rows.every(({ cord }) => chosen.includes(cord.id))}
            onChange={({ target }) => setChosen(target.checked ? rows.map(({ cord }) => cord.id) : [])}
          />
          Select all
        </label>
        {picked.length > 0 && (
          <span role="status" className="text-glass">
            {picked.length} selected. Editing one edits all.
          </span>
        )}
        <span className="figures ml-auto text-dim">
          {cords.length === film.cords.length ? cords.length : `${cords.length} of ${film.cords.length}`}{' '}
          cords
        </span>
      </header>
      {film.cords.length === 0 ? (
        <p className="p-4 text-dim">
          Nothing moves by a cord yet. In the workspace, drag from a follower’s port onto a property, or press
          the port at the left of any property.
        </p>
      ) : (
        <CordTable
          {...{ film, sources, rows, open, setOpen, limits, picked }}
          onPick={(cord, on) => setChosen(on ? [...chosen, cord] : chosen.filter((other) => other !== cord))}
        />
      )}
    </section>
  );
}

interface CordTableProps {
  film: Film;
  sources: readonly Source[];
  rows: readonly { cord: Cord; property: string }[];
  open: string | undefined;
  setOpen: (id: string | undefined) => void;
  limits: ReadonlyMap<string, number>;
  /** Cords that are changed together. */
  picked: readonly Cord[];
  onPick: (id: string, on: boolean) => void;
}

const link = linkHorizontal();
/** In CSS pixels, rules and the space between rows included; what is above the first row. */
const [sourceHeight, rowHeight, padding] = [32, 33, 8];
/** Rows beyond both edges that are there for the Tab key. */
const rowsBeyond = 20;

function CordTable({ film, sources, rows, open, setOpen, limits, picked, onPick }: CordTableProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const sourceList = useRef<HTMLUListElement>(null);
  const rowList = useRef<HTMLUListElement>(null);
  const [ends, setEnds] = useState<readonly [number, number]>([0, 1]);
  useLayoutEffect(() => {
    const [from, to] = [sourceList.current!, rowList.current!];
    const observer = new ResizeObserver(() => setEnds([from.offsetLeft + from.offsetWidth, to.offsetLeft]));
    observer.observe(from);
    observer.observe(to);
    return () => observer.disconnect();
  }, []);
  // eslint-disable-next-line react-hooks/incompatible-library -- What it gives is used in this component alone.
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    getItemKey: (index) => rows[index]!.cord.id,
    overscan: rowsBeyond,
    scrollMargin: padding,
  });
  const shown = virtual.getVirtualItems();
  const sourceAt = new Map(
    sources.flatMap(({ cords }, i) => cords.map(({ id }) => [id, padding + i * sourceHeight + 14])),
  );
  return (
    <div ref={scroller} className="min-h-0 grow overflow-y-auto">
      <div className="relative grid grid-cols-[240px_1fr_minmax(420px,560px)] px-3 py-2">
        <svg className="pointer-events-none absolute inset-0 size-full" aria-hidden>
          <defs>
            <linearGradient id="cord course" gradientUnits="userSpaceOnUse" x1={ends[0]} x2={ends[1]}>
              <stop offset="0" stopColor="var(--color-amber)" />
              <stop offset="1" stopColor="var(--color-glass)" />
            </linearGradient>
          </defs>
          {shown.map(({ index, start }) => {
            const { id, on } = rows[index]!.cord;
            return (
              <path
                key={id}
                d={link({ source: [ends[0], sourceAt.get(id)!], target: [ends[1], start + 14] }) ?? ''}
                fill="none"
                stroke="url('#cord course')"
                strokeWidth={open === id ? 2.5 : 1.25}
                opacity={on ? (open === undefined || open === id ? 0.9 : 0.35) : 0.15}
              />
            );
          })}
        </svg>
        <ul ref={sourceList} aria-label="Sources">
          {sources.map(({ key, name, follower, cords }) => {
            const kind = follower ? sourceKinds.follower : sourceRegistry.of(cords[0]!.source);
            const Icon = kind && icons[kind.icon];
            return (
              <li key={key} className="mb-1 flex h-7 items-center gap-2 border-b border-rule/60">
                {Icon && <Icon size={13} className="shrink-0 text-amber" />}
                <span className="grow truncate">{name}</span>
                {follower ? (
                  <FollowerMeter followerId={follower} />
                ) : (
                  <span className="figures text-dim">{cords.length}</span>
                )}
              </li>
            );
          })}
        </ul>
        <span />
        <ul
          ref={rowList}
          aria-label="Properties"
          className="relative"
          style={{ height: virtual.getTotalSize() }}
        >
          {shown.map(({ index, start }) => {
            const { cord, property } = rows[index]!;
            return (
              <li
                key={cord.id}
                ref={virtual.measureElement}
                data-index={index}
                data-cord={cord.id}
                aria-setsize={rows.length}
                aria-posinset={index + 1}
                style={{ top: start - padding }}
                // Space below is within the row, so that it counts as its height.
                className={`absolute inset-x-0 pb-1 ${cord.on ? '' : 'opacity-60'}`}
              >
                <CordRow
                  film={film}
                  cord={cord}
                  property={property}
                  open={open === cord.id}
                  picked={picked}
                  onPick={onPick}
                  limit={limits.get(addressKey(cord.target)) ?? 0}
                  onToggle={() => setOpen(open === cord.id ? undefined : cord.id)}
                />
              </li>
            );
          })}
        </ul>
      </div>
    </div>
  );
}

interface CordRowProps {
  film: Film;
  cord: Cord;
  property: string;
  open: boolean;
  /** Share of the film for which the property is at one of its limits. */
  limit: number;
  picked: readonly Cord[];
  onPick: (id: string, on: boolean) => void;
  onToggle: () => void;
}

function CordRow({ film, cord, property, open, limit, picked, onPick, onToggle }: CordRowProps) {
  const isPicked = picked.includes(cord);
  const key = addressKey(cord.target);
  const problem = problemOf(film, cord);
  const found = findProperty(film, cord.target);
  const kind = sourceRegistry.of(cord.source);
  const range = found && kind?.range(cord.source as never, found.field, found.value);
  const still = range !== undefined && sameValue(range[0], range[1]);
  const warnings = [
    problem && problem !== 'off' ? problemTexts[problem] : '',
    !problem && still ? 'No effect: it moves between two values that are the same.' : '',
    !problem && limit > 0.005
      ? `At a limit of the property for ${Math.round(limit * 100)} % of the song.`
      : '',
  ].filter(Boolean);
  return (
    <div className="border-b border-rule/60">
      <div className={`flex h-7 items-center gap-3 ${isPicked ? 'bg-glass/10' : ''}`}>
        <input
          type="checkbox"
          aria-label={`Select ${property}`}
          className="ml-2 accent-glass"
          checked={isPicked}
          onChange={({ target }) => onPick(cord.id, target.checked)}
        />
        <button
          type="button"
          aria-expanded={open}
          className="min-w-0 grow truncate pl-2 text-left hover:text-glass"
          onClick={onToggle}
        >
          {property}
        </button>
        {warnings.length > 0 && (
          <span title={warnings.join(' ')} className="text-amber">
            <TriangleAlert size={13} aria-label={warnings.join(' ')} />
          </span>
        )}
        {found && <CordMeter address={cord.target} addressKey={key} cords={[cord]} />}
      </div>
      {open && (
        <div className="pb-2 pl-2">
          {warnings.map((warning) => (
            <p key={warning} className="text-xs text-amber">
              {warning}
            </p>
          ))}
          <CordCard
            cord={cord}
            single={false}
            others={isPicked ? picked.filter((other) => other !== cord) : []}
          />
        </div>
      )}
    </div>
  );
}
