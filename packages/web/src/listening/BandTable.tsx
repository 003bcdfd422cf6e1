import {
  bandMiddle,
  bandColumn,
  noteName,
  toCsv,
  weightingDb,
  type BandStatistics,
  type Ear,
} from '@cyclogram/core';
import { createColumnHelper, flexRender, getCoreRowModel, useReactTable } from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { Copy, SplitSquareHorizontal, Trash2, Volume2, VolumeX } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { Button, IconButton } from '../controls/Button';
import type { EarReport } from '../workers/messages';
import { addEdge, asHand, moveEdge, removeEdge, toggleMute, trimNames } from './edgeChanges';

/** One band as a row. */
interface BandRow {
  band: number;
  low: number;
  high: number;
  middle: number;
  note: string;
  name: string;
  weight: number;
  muted: boolean;
  statistics: BandStatistics | undefined;
}

declare module '@tanstack/react-table' {
  /** What the cells can do to the bands. */
  // eslint-disable-next-line @typescript-eslint/no-unused-vars -- The library's type has this parameter.
  interface TableMeta<TData> {
    setEdge: (index: number, hz: number) => void;
    setName: (band: number, name: string) => void;
    split: (band: number) => void;
    remove: (band: number) => void;
    mute: (band: number) => void;
  }
}

interface BandTableProps {
  ear: Ear;
  report: EarReport;
  statistics: readonly BandStatistics[] | undefined;
  onChange: (label: string, part: Partial<Ear>) => void;
}

/** Height of a row, in CSS pixels, and rows beyond both edges that are there for the Tab key. */
const [rowHeight, rowsBeyond] = [28, 20];

const hz = (value: number) => (value < 1000 ? value.toFixed(1) : value.toFixed(0));
const db = (value: number | undefined) =>
  value === undefined ? '' : value <= -199 ? 'silent' : value.toFixed(1);
const column = createColumnHelper<BandRow>();

/** The columns never change: cells made anew would take the field being typed in away. */
const columns = [
  column.accessor('band', { header: '#', cell: ({ getValue }) => getValue() + 1 }),
  column.accessor('low', {
    header: 'From, Hz',
    cell: ({ row, getValue, table }) => (
      <EdgeInput
        label={`Band ${row.original.band + 1} from`}
        value={getValue()}
        onChange={(value) => table.options.meta!.setEdge(row.original.band, value)}
      />
    ),
  }),
  column.accessor('high', {
    header: 'To, Hz',
    cell: ({ row, getValue, table }) => (
      <EdgeInput
        label={`Band ${row.original.band + 1} to`}
        value={getValue()}
        onChange={(value) => table.options.meta!.setEdge(row.original.band + 1, value)}
      />
    ),
  }),
  column.accessor('middle', {
    header: 'Middle',
    cell: ({ row, getValue }) => `${hz(getValue())}  ${row.original.note}`,
  }),
  column.accessor('name', {
    header: 'Name',
    cell: ({ row, getValue, table }) => (
      <input
        aria-label={`Name of band ${row.original.band + 1}`}
        value={getValue()}
        maxLength={200}
        placeholder="–"
        className="h-6 w-full min-w-16 bg-transparent font-sans text-[13px] hover:bg-raised focus:bg-raised"
        onChange={({ target }) => table.options.meta!.setName(row.original.band, target.value)}
      />
    ),
  }),
  column.accessor('weight', { header: 'Weight, dB', cell: ({ getValue }) => getValue().toFixed(1) }),
  column.accessor((row) => row.statistics?.meanDb, {
    id: 'mean',
    header: 'Mean, dB',
    cell: ({ getValue }) => db(getValue()),
  }),
  column.accessor((row) => row.statistics?.loudDb, {
    id: 'loud',
    header: '95 %, dB',
    cell: ({ getValue }) => db(getValue()),
  }),
  column.display({
    id: 'tools',
    header: 'Mark',
    cell: ({ row: { original }, table }) => (
      <span className="flex justify-end">
        <IconButton
          label={original.muted ? `Unmute band ${original.band + 1}` : `Mute band ${original.band + 1}`}
          aria-pressed={original.muted}
          className="size-6"
          onClick={() => table.options.meta!.mute(original.band)}
        >
          {original.muted ? <VolumeX size={12} className="text-dim" /> : <Volume2 size={12} />}
        </IconButton>
        <IconButton
          label={`Split band ${original.band + 1}`}
          className="size-6"
          onClick={() => table.options.meta!.split(original.band)}
        >
          <SplitSquareHorizontal size={12} />
        </IconButton>
        <IconButton
          label={`Remove band ${original.band + 1}`}
          className="size-6"
          disabled={table.options.data.length < 2}
          onClick={() => table.options.meta!.remove(original.band)}
        >
          <Trash2 size={12} />
        </IconButton>
      </span>
    ),
  }),
];

/** The bands of an ear as a table: edges and names can be typed, bands muted, split and joined. */
export function BandTable({ ear, report, statistics, onChange }: BandTableProps) {
  const { edges } = report;
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useMemo(() => {
    const gains = weightingDb(edges, ear);
    return Array.from(gains, (weight, band): BandRow => {
      const [low, high] = [edges[band]!, edges[band + 1]!];
      const middle = bandMiddle(low, high);
      const name = ear.scale === 'hand' ? (ear.bandNames[band] ?? '') : '';
      const muted = ear.mutes.includes(band);
      const note = middle > 0 ? noteName(middle, ear.a4) : '';
      return { ...{ band, low, high, middle, note, name, weight, muted }, statistics: statistics?.[band] };
    });
  }, [edges, ear, statistics]);

  const setEdge = (index: number, value: number) => onChange('band edge', moveEdge(ear, edges, index, value));
  const setName = (band: number, name: string) => {
    const hand = asHand(ear, edges);
    const names = Array.from({ length: edges.length - 1 }, (_, i) => hand.bandNames[i] ?? '');
    names[band] = name;
    onChange('band name', { ...hand, bandNames: trimNames(names) });
  };
  const split = (band: number) => {
    const part = addEdge(ear, edges, bandMiddle(edges[band]!, edges[band + 1]!));
    if (part) onChange('split band', part);
  };
  const remove = (band: number) => {
    const part = removeEdge(ear, edges, band === 0 ? 0 : band + 1 === edges.length - 1 ? band + 1 : band);
    if (part) onChange('remove band', part);
  };

  // eslint-disable-next-line react-hooks/incompatible-library -- The table keeps no state that could go stale.
  const table = useReactTable<BandRow>({
    data: rows,
    columns,
    getCoreRowModel: getCoreRowModel(),
    meta: {
      setEdge,
      setName,
      split,
      remove,
      mute: (band) => onChange('mute band', { mutes: toggleMute(ear, band) }),
    },
  });

  const { rows: modelRows } = table.getRowModel();
  const virtual = useVirtualizer({
    count: modelRows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: rowsBeyond,
  });
  const shown = virtual.getVirtualItems();

  const copy = () => {
    const text = toCsv({
      columns: [
        'band',
        'from Hz',
        'to Hz',
        'middle Hz',
        'name',
        'weight dB',
        'muted',
        'mean dBFS',
        '95 % dBFS',
      ],
      rows: rows.map((row) => [
        row.band + 1,
        ...[row.low, row.high, row.middle].map((value) => Number(value.toFixed(3))),
        row.name || bandColumn(row.low, row.high),
        ...[row.weight, row.muted ? 1 : 0, row.statistics?.meanDb ?? NaN, row.statistics?.loudDb ?? NaN].map(
          (value) => Number(value.toFixed(2)),
        ),
      ]),
    });
    navigator.clipboard.writeText(text).then(
      () => toast(`${rows.length} bands are in the clipboard, as CSV.`),
      () => toast.error('The clipboard cannot be written. Export the levels on the Tape instead.'),
    );
  };
  return (
    <div className="flex h-full min-h-0 flex-col">
      <div className="flex h-9 shrink-0 items-center justify-between border-y border-rule px-3">
        <h3 className="font-semibold text-amber">Bands</h3>
        <Button onClick={copy}>
          <Copy size={13} /> Copy as CSV
        </Button>
      </div>
      <div ref={scroller} className="min-h-0 grow overflow-auto">
        <table
          className="figures w-full border-collapse text-right"
          aria-label="Bands"
          aria-rowcount={rows.length + 1}
        >
          <thead className="sticky top-0 bg-panel text-dim">
            {table.getHeaderGroups().map((group) => (
              <tr key={group.id}>
                {group.headers.map((header) => (
                  <th key={header.id} scope="col" className="px-2 py-1 font-normal first:w-10">
                    {flexRender(header.column.columnDef.header, header.getContext())}
                  </th>
                ))}
              </tr>
            ))}
          </thead>
          <tbody>
            <Gap height={shown[0]?.start ?? 0} />
            {shown.map(({ index }) => {
              const row = modelRows[index]!;
              return (
                <tr
                  key={row.id}
                  aria-rowindex={index + 2}
                  className={row.original.muted ? 'text-dim' : undefined}
                >
                  {row.getVisibleCells().map((cell) => (
                    <td key={cell.id} className="h-7 border-t border-rule/60 px-2 whitespace-pre">
                      {flexRender(cell.column.columnDef.cell, cell.getContext())}
                    </td>
                  ))}
                </tr>
              );
            })}
            <Gap height={virtual.getTotalSize() - (shown.at(-1)?.end ?? 0)} />
          </tbody>
        </table>
      </div>
    </div>
  );
}

/** What rows would fill that are not in the page. */
function Gap({ height }: { height: number }) {
  return height > 0 ? (
    <tr aria-hidden>
      <td colSpan={columns.length} style={{ height }} />
    </tr>
  ) : null;
}

interface EdgeInputProps {
  label: string;
  value: number;
  onChange: (value: number) => void;
}

/** An edge in Hz: typed, or stepped with the arrow keys by a twelfth of a tone (Shift: ten times). */
function EdgeInput({ label, value, onChange }: EdgeInputProps) {
  const [draft, setDraft] = useState<string>();
  const finish = () => {
    const typed = Number(draft?.replace(',', '.'));
    if (draft !== undefined && Number.isFinite(typed) && typed > 0) onChange(typed);
    setDraft(undefined);
  };
  return (
    <input
      aria-label={label}
      inputMode="decimal"
      value={draft ?? hz(value)}
      className="h-6 w-20 bg-transparent text-right hover:bg-raised focus:bg-raised"
      onFocus={(event) => event.target.select()}
      onChange={({ target }) => setDraft(target.value)}
      onBlur={finish}
      onKeyDown={(event) => {
        const way = { ArrowUp: 1, ArrowDown: -1 }[event.key];
        if (way) {
          event.preventDefault();
          onChange(value * 2 ** ((way * (event.shiftKey ? 10 : 1)) / 144));
        } else if (event.key === 'Enter') finish();
        else if (event.key === 'Escape') setDraft(undefined);
      }}
    />
  );
}
