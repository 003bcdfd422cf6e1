import { fieldOf, spreadRecord, type Cord, type NumberField } from '@cyclogram/core';
import { useState } from 'react';
import { Button } from '../controls/Button';
import { NumberInput } from '../controls/NumberInput';
import { SwitchInput } from '../controls/SwitchInput';
import { useEditor } from '../editor/editorStore';
import { spreadOverLayers } from './cordChanges';

const field = (key: string, label: string): NumberField => {
  const { shownWhen: _shown, ...rest } = fieldOf(spreadRecord, key) as NumberField;
  return { ...rest, label };
};
const fromField = { ...field('from', 'Back layer'), min: 0, max: 4 };
const toField = { ...field('to', 'Front layer'), min: 0, max: 4 };
const delayField = field('delay', 'Delay per layer');
const seedField = field('seed', 'Seed');
const randomField = { kind: 'switch', key: 'random', label: 'At random' } as const;

/** Spreads a cord over the selected layers: how strong it is on each, and how late. */
export function LayerSpreadForm({ cord, onDone }: { cord: Cord; onDone: () => void }) {
  const selected = useEditor((state) => state.selected);
  const change = useEditor((state) => state.change);
  const [from, setFrom] = useState(1);
  const [to, setTo] = useState(0.6);
  const [delay, setDelay] = useState(0);
  const [random, setRandom] = useState(false);
  const [seed, setSeed] = useState(1);
  const apply = () => {
    const spread = { from, to, delay, seed: random ? seed : undefined };
    change('spread over layers', (film) => spreadOverLayers(film, cord, selected, spread));
    onDone();
  };
  return (
    <section aria-label="Spread over layers" className="my-1 border border-glass/50 p-2">
      <NumberInput field={fromField} value={from} onChange={setFrom} />
      <NumberInput field={toField} value={to} onChange={setTo} />
      <SwitchInput field={randomField} value={random} onChange={setRandom} />
      {random && <NumberInput field={seedField} value={seed} onChange={setSeed} />}
      <NumberInput field={delayField} value={delay} onChange={setDelay} />
      <div className="mt-1 flex gap-2">
        <Button look="main" className="h-6" onClick={apply}>
          Spread
        </Button>
        <Button className="h-6" onClick={onDone}>
          Cancel
        </Button>
      </div>
    </section>
  );
}
