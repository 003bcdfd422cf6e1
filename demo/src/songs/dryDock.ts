import { seededRandom } from '../synth/random';
import { createStem } from '../synth/stem';
import { addBell, addDrum, addNoise } from '../synth/voices';
import type { Song } from './song';

const step = 60 / 96 / 4;

/** Two bars of sixteenths each; a capital letter is a hard stroke, a small one a soft one, a dot a rest. */
const patterns = [
  {
    low: 'L.....l.L.......L.....l...L.....',
    wood: '..w.W..w..w.W.w...w.W..w.w.wW.w.',
    tin: '....................t.......t.T.',
  },
  {
    low: 'L..l..L...l.....L..l..L.......L.',
    wood: 'W.ww..W.w.W.ww..W.ww..W.wwWw....',
    tin: '......t.......t.......t...T.....',
  },
  {
    low: 'L...............................',
    wood: '................................',
    tin: '........T.......................',
  },
];
/** Order of the patterns; `-` is two bars of silence. */
const order = ['0', '1', '-', '0', '2', '1', '1', '2'];

/** A dry percussive song with gaps of complete silence: no room, no sustain. */
export const dryDock: Song = {
  id: 'dry-dock',
  title: 'Dry Dock Signals',
  artist: 'Tin Ballast Trio',
  seconds: order.length * 32 * step,
  instruments: ['Barrels', 'Planks', 'Tin'],
  play() {
    const stems = this.instruments.map(() => createStem(this.seconds));
    const [barrels, planks, tin] = stems as [(typeof stems)[0], ...typeof stems];
    const random = seededRandom(42);
    order.forEach((name, block) => {
      const pattern = patterns[Number(name)];
      if (!pattern) return;
      for (let s = 0; s < 32; s++) {
        const start = (block * 32 + s) * step;
        const low = pattern.low[s]!;
        const wood = pattern.wood[s]!;
        const metal = pattern.tin[s]!;
        if (low !== '.')
          addDrum(
            barrels,
            { start, seconds: 0.3, hz: low === 'L' ? 62 : 88, gain: low === 'L' ? 1 : 0.6 },
            210,
            0.014,
          );
        if (wood !== '.') {
          const gain = wood === 'W' ? 0.55 : 0.3;
          const hz = 420 + 260 * Math.floor(random() * 4);
          addDrum(planks!, { start, seconds: 0.09, hz, gain, pan: random() - 0.5 }, hz * 2.2, 0.004);
          addNoise(planks!, { start, seconds: 0.02, hz: 2500, gain: gain * 0.6 }, 900 + block * 32 + s);
        }
        if (metal !== '.') {
          const pan = random() * 1.2 - 0.6;
          addBell(tin!, { start, seconds: 0.45, hz: metal === 'T' ? 2350 : 3120, gain: 0.2, pan });
          addNoise(tin!, { start, seconds: 0.06, hz: 6000, gain: 0.3, pan }, 1800 + block * 32 + s);
        }
      }
    });
    return stems;
  },
};
