import type { Asset } from '../api/assets';
import { Ears } from './Ears';
import { Followers } from './Followers';
import { Tracks } from './Tracks';

/** The sound side: tracks, ears and followers. */
export function HearPanel({ assets }: { assets: ReadonlyMap<string, Asset> }) {
  return (
    <section aria-label="Hear" className="side-sound h-full overflow-x-hidden overflow-y-auto bg-panel pb-6">
      <Tracks assets={assets} />
      <Ears />
      <Followers />
    </section>
  );
}
