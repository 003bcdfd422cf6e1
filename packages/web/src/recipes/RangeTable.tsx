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
        {ranges.map((one) => {
          const old = before?.find(({ id }) => id === one.id);
          return (
            <tr key={one.id} className="border-b border-rule">
              <td className="max-w-40 truncate py-1">{one.name}</td>
              {before && <td className="figures text-dim">{old ? limits(old) : ''}</td>}
              <td className="figures">{limits(one)}</td>
              <td className="figures text-dim">{shares(one)}</td>
              <td className="figures text-right">
                {one.kind === 'ear' ? `${Math.round(100 * one.alive)} %` : ''}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
