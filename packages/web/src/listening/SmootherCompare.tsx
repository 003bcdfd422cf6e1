import {
  defaultEar,
  earFields,
  shownBands,
  type Ear,
  type FieldGroup,
  type Smoothing,
} from '@cyclogram/core';
import { line } from 'd3-shape';
import { scaleLinear } from 'd3-scale';
import { useEffect, useRef, useState } from 'react';
import { Button } from '../controls/Button';
import { Fields } from '../controls/Fields';
import { NumberInput } from '../controls/NumberInput';
import { usePreview } from '../editor/previewContext';
import { useElementSize } from '../screen/useElementSize';
import type { EarReport, Questions } from '../workers/messages';

interface SmootherCompareProps {
  ear: Ear;
  report: EarReport;
  onChange: (label: string, part: Partial<Ear>) => void;
}

const smoothingFields = (earFields as readonly FieldGroup[]).filter(
  ({ slot }) => slot === 'compareSmoothing',
);
const passageSeconds = 4;

const smoothingOf = (ear: Smoothing): Smoothing => ({
  smoothing: ear.smoothing,
  attack: ear.attack,
  release: ear.release,
  averageTime: ear.averageTime,
  springHz: ear.springHz,
  springDamping: ear.springDamping,
  acrossBands: ear.acrossBands,
});

/** Two smoothers on the same passage of one band, one over the other. */
export function SmootherCompare({ ear, report, onChange }: SmootherCompareProps) {
  const preview = usePreview();
  const earId = ear.id;
  const shown = shownBands(ear, report.edges.length - 1);
  const [band, setBand] = useState<number>();
  const [loudest, setLoudest] = useState(0);
  const [other, setOther] = useState<Smoothing>({ ...smoothingOf(ear), smoothing: 'spring' });
  const [passage, setPassage] = useState<{ from: number; traces: Questions['traces']['answer'] }>();
  const index = Math.min(band ?? Math.max(0, shown.indexOf(loudest)), shown.length - 1);
  const state = useRef({ earId: ear.id, index, other });
  useEffect(() => {
    state.current = { earId: ear.id, index, other };
  }, [ear.id, index, other]);

  // Until one is chosen, the band that has most to show.
  useEffect(() => {
    let wanted = true;
    preview.ask('statistics', { earId }).then(
      (statistics) => {
        const levels = statistics.map(({ loudDb }) => loudDb);
        if (wanted) setLoudest(levels.indexOf(Math.max(...levels)));
      },
      () => {},
    );
    return () => {
      wanted = false;
    };
  }, [preview, earId]);

  useEffect(() => {
    let asked = false;
    let key = '';
    const look = () => {
      // The passage stays while the song plays through it.
      const from = Math.floor(preview.time() / passageSeconds) * passageSeconds;
      const { earId, index, other } = state.current;
      const next = JSON.stringify([from, index, other, ear]);
      if (asked || next === key || index < 0) return;
      asked = true;
      key = next;
      preview
        .ask('traces', { earId, band: index, from, to: from + passageSeconds, other })
        .then((traces) => setPassage({ from, traces }))
        .catch(() => {})
        .finally(() => (asked = false));
    };
    const timer = setInterval(look, 100);
    look();
    return () => clearInterval(timer);
  }, [preview, ear]);

  const bandField = {
    kind: 'number',
    key: 'band',
    label: 'Band',
    min: 1,
    max: Math.max(shown.length, 1),
    step: 1,
    unit: '',
    whole: true,
  } as const;
  return (
    <div className="grid h-full grid-cols-[1fr_220px] gap-4 p-3">
      {passage && <Traces from={passage.from} {...passage.traces} />}
      <div className="overflow-y-auto">
        <p className="text-dim">
          <span className="text-amber">━</span> as set, <span className="text-paper">╌</span> the other one,
          over {passageSeconds} seconds of one band
        </p>
        <NumberInput field={bandField} value={index + 1} onChange={(value) => setBand(value - 1)} />
        <Fields
          groups={smoothingFields}
          values={{ ...other }}
          defaults={{ ...defaultEar('') }}
          onChange={(key, value) => setOther({ ...other, [key]: value })}
        />
        <Button className="mt-2" onClick={() => onChange('smoothing', other)}>
          Take the other one
        </Button>
      </div>
    </div>
  );
}

interface TracesProps {
  from: number;
  rate: number;
  own: Float32Array;
  other: Float32Array;
}

function Traces({ from, rate, own, other }: TracesProps) {
  const preview = usePreview();
  const box = useRef<HTMLDivElement>(null);
  const head = useRef<SVGLineElement>(null);
  const { width, height } = useElementSize(box);
  const isSilent = [own, other].every((levels) => levels.every((level) => level <= 0));
  const x = scaleLinear([0, passageSeconds * rate], [0, width]);
  const y = scaleLinear([0, 1], [height - 4, 6]);
  const path = (values: Float32Array) =>
    line<number>(
      (_, i) => x(i),
      (value) => y(value),
    )(Array.from(values)) ?? '';
  useEffect(() => {
    const move = () => {
      const at = String(((preview.time() - from) / passageSeconds) * width);
      head.current?.setAttribute('x1', at);
      head.current?.setAttribute('x2', at);
    };
    move();
    return preview.onFrame(move);
  }, [preview, from, width]);
  return (
    <div ref={box} className="relative min-h-0 overflow-hidden border border-rule">
      <svg width={width} height={height} className="absolute inset-0" role="img" aria-label="Two smoothers">
        <path d={path(own)} fill="none" stroke="#f0ac48" strokeWidth={1.5} />
        <path d={path(other)} fill="none" stroke="#efe8dc" strokeWidth={1.5} strokeDasharray="4 3" />
        {isSilent && (
          <text x={width / 2} y={height / 2} textAnchor="middle" className="fill-dim text-xs">
            Here this band is silent. Go elsewhere in the song, or choose another one.
          </text>
        )}
        <line ref={head} y1={0} y2={height} stroke="#efe8dc" strokeOpacity={0.6} />
      </svg>
    </div>
  );
}
