import { putToneTask } from '../../pixels';
import { percent } from './passFields';
import { channelsOf, passKind } from './passKind';

/** Steps of brightness. */
const steps = 256;

/** A colour for what is dark, one for the middle, one for what is light. */
export const threeTones = passKind({
  kind: 'threeTones',
  label: 'Three tones',
  heading: 'Grade',
  about: 'A colour for shadows, midtones and highlights',
  light: 'encoded',
  form: 'point',
  anySize: true,
  fields: [
    { kind: 'color', key: 'shadows', label: 'Shadows', default: '#0d0b1e' },
    { kind: 'color', key: 'midtones', label: 'Midtones', default: '#a2563f' },
    { kind: 'color', key: 'highlights', label: 'Highlights', default: '#ffe9c4' },
    percent('balance', 'Balance', 0.5, { min: 0.01, max: 0.99, help: 'How bright the midtones are.' }),
    percent('amount', 'Amount', 0.6),
  ],
  run(buffer, { shadows, midtones, highlights, balance, amount }) {
    if (amount === 0) return;
    const [dark, middle, light] = [shadows, midtones, highlights].map(channelsOf);
    const colors = new Float32Array(4 * (steps + 1));
    for (let i = 0; i <= steps; i++) {
      const at = i / steps;
      const [from, to] = at < balance ? [dark!, middle!] : [middle!, light!];
      const share = at < balance ? at / balance : (at - balance) / (1 - balance);
      for (let channel = 0; channel < 3; channel++)
        colors[4 * i + channel] = from[channel]! + (to[channel]! - from[channel]!) * share;
      colors[4 * i + 3] = 1;
    }
    const task = putToneTask(buffer.code.memory.buffer, { colors: buffer.floats(colors), amount });
    buffer.point('tones', task, { cost: 3 });
  },
});
