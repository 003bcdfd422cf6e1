import type { SoundRange } from '@cyclogram/core';

const limits = ({ floorDb, ceilingDb }: Pick<SoundRange, 'floorDb' | 'ceilingDb'>) =>
  // What is not measured in dB comes as null.
  typeof floorDb === 'number' && typeof ceilingDb === 'number' && !Number.isNaN(floorDb)
    ? `${floorDb.toFixed(1)} to ${ceilingDb.toFixed(1)} dB`
    : 'by onsets';

const shares = ({ floorPercent, ceilingPercent }: SoundRange) =>
  typeof floorPercent === 'number' && !Number.isNaN(floorPercent)
    ? `${floorPercent} to ${ceilingPercent} %`
    : '';

/** What ears and followers make of a song, before and after. */
export function RangeTable({
  ranges,
  before,
}: {
  ranges: readonly SoundRange[];
  before?: readonly SoundRange[] | undefined;
}) {
  return (
    <table className="w-full text-left">
      <thead className="text-xs text-dim">
        <tr className="border-b border-rule">
          <th className="py-1 font-normal">Ear or follower</th>
          {before && <th className="font-normal">Before</th>}
          <th className="font-normal">{before ? 'Now' : 'Range'}</th>
          <th className="font-normal">Share of levels</th>
          <th className="text-right font-normal">In motion</th>
        </tr>
      </thead>
      <tbody>
        {ranges.map((range) => {
          const old = before?.find(({ id }) => id === range.id);
          return (
            <tr key={range.id} className="border-b border-rule">
              <td className="max-w-40 truncate py-1">{range.name}</td>
              {before && <td className="figures text-dim">{old ? limits(old) : ''}</td>}
              <td className="figures">{limits(range)}</td>
              <td className="figures text-dim">{shares(range)}</td>
              <td className="figures text-right">
                {range.kind === 'ear' ? `${Math.round(100 * range.alive)} %` : ''}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
