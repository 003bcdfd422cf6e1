import { shownBands, weightingDb, type Ear } from '@cyclogram/core';
import { useEffect, useMemo, useRef, useState, type PointerEvent, type RefObject } from 'react';
import { usePreview } from '../editor/previewContext';
import { useElementSize } from '../screen/useElementSize';
import type { EarReport } from '../workers/messages';
import { drawSpectrum } from './drawSpectrum';
import { addEdge, moveEdge } from './edgeChanges';
import { spectrumRange, spectrumScales } from './spectrumScales';
import { WeightPoints } from './WeightPoints';

interface SpectrumViewProps {
  ear: Ear;
  report: EarReport;
  noteNames: boolean;
  showWeights: boolean;
  onChange: (label: string, part: Partial<Ear>) => void;
}

/** Milliseconds between two looks at the raw spectrum. */
const rawInterval = 60;
const grasp = 5;

/** A large live spectrum of one ear: edges, floor and ceiling can be dragged; a double click splits a band. */
export function SpectrumView({ ear, report, noteNames, showWeights, onChange }: SpectrumViewProps) {
  const preview = usePreview();
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width, height } = useElementSize(box);
  const scales = useMemo(() => spectrumScales(width, height, report.limits), [width, height, report.limits]);
  const redraw = useRef(() => {});
  const raw = useRawSpectrum(ear, width, redraw);
  const [held, setHeld] = useState<Grip>();
  const dragging = useRef(false);

  useEffect(() => {
    const element = canvas.current;
    if (!element || width < 1) return;
    const ratio = window.devicePixelRatio || 1;
    element.width = Math.round(width * ratio);
    element.height = Math.round(height * ratio);
    const context = element.getContext('2d', { willReadFrequently: true })!;
    context.scale(ratio, ratio);
    const shown = shownBands(ear, report.edges.length - 1);
    const draw = () => {
      const analysed = preview.live.ears.get(ear.id);
      drawSpectrum(context, {
        ...{ scales, ear, report, shown, noteNames, showWeights },
        levels: analysed?.length === shown.length ? analysed : undefined,
        peaks: preview.live.peaks.get(ear.id),
        raw: raw.current,
        heldEdge: held?.kind === 'edge' ? held.index : undefined,
      });
    };
    draw();
    redraw.current = draw;
    return preview.onFrame(draw);
  }, [preview, ear, report, scales, width, height, noteNames, showWeights, held, raw]);

  const place = (event: PointerEvent | React.MouseEvent) => {
    const { left, top } = box.current!.getBoundingClientRect();
    return { x: event.clientX - left, y: event.clientY - top };
  };
  const gripAt = ({ x, y }: { x: number; y: number }): Grip | undefined => {
    if (ear.limits === 'set') {
      for (const limit of ['floorDb', 'ceilingDb'] as const) {
        if (Math.abs(y - scales.y(report.limits[limit])) <= grasp) return { kind: 'limit', limit };
      }
    }
    let best: Grip | undefined;
    let nearest = grasp + 1;
    report.edges.forEach((hz, index) => {
      const distance = Math.abs(scales.x(Math.max(hz, 1)) - x);
      if (distance < nearest) {
        nearest = distance;
        best = { kind: 'edge', index };
      }
    });
    return best;
  };
  const onPointerDown = (event: PointerEvent) => {
    const grip = gripAt(place(event));
    setHeld(grip);
    if (!grip) return;
    dragging.current = true;
    event.currentTarget.setPointerCapture(event.pointerId);
  };
  const onPointerMove = (event: PointerEvent) => {
    const at = place(event);
    if (!dragging.current || !held) return setHeld(gripAt(at));
    if (held.kind === 'edge') {
      onChange('band edge', moveEdge(ear, report.edges, held.index, scales.x.invert(at.x)));
    } else {
      const db = Math.round(scales.y.invert(at.y) * 2) / 2;
      onChange(
        held.limit === 'floorDb' ? 'floor' : 'ceiling',
        held.limit === 'floorDb'
          ? { floorDb: Math.max(Math.min(db, ear.ceilingDb - 1), -160) }
          : { ceilingDb: Math.min(Math.max(db, ear.floorDb + 1), 40) },
      );
    }
  };
  const onPointerUp = () => {
    dragging.current = false;
    setHeld(undefined);
  };
  const onDoubleClick = (event: React.MouseEvent) => {
    const at = place(event);
    if (gripAt(at)) return;
    const added = addEdge(ear, report.edges, scales.x.invert(at.x));
    if (added) onChange('split band', added);
  };
  const cursor = held?.kind === 'edge' ? 'ew-resize' : held?.kind === 'limit' ? 'ns-resize' : 'default';
  return (
    <div
      ref={box}
      className="relative h-full overflow-hidden"
      data-testid="large-spectrum"
      style={{ cursor }}
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={onPointerUp}
      onPointerLeave={() => !dragging.current && setHeld(undefined)}
      onDoubleClick={onDoubleClick}
    >
      <canvas
        ref={canvas}
        className="absolute inset-0 size-full"
        role="img"
        aria-label={`Spectrum of ${ear.name}`}
      />
      {showWeights && width > 0 && (
        <WeightPoints ear={ear} scales={scales} onChange={(label, weights) => onChange(label, { weights })} />
      )}
    </div>
  );
}

type Grip = { kind: 'edge'; index: number } | { kind: 'limit'; limit: 'floorDb' | 'ceilingDb' };

/** The level now at places over the whole width, weighted as the ear's bands are; kept up to date. */
function useRawSpectrum(ear: Ear, width: number, redraw: RefObject<() => void>) {
  const preview = usePreview();
  const raw = useRef<Float32Array>(undefined);
  useEffect(() => {
    const count = Math.max(2, Math.min(Math.round(width / 1.5), 800));
    const { fromHz, toHz } = spectrumRange;
    const ratio = (toHz / fromHz) ** (1 / (count - 1));
    const edges = Float64Array.from({ length: count + 1 }, (_, i) => fromHz * ratio ** (i - 0.5));
    const gains = weightingDb(edges, ear);
    let asked = false;
    let last = NaN;
    const look = () => {
      const time = preview.time();
      if (asked || time === last || width < 1) return;
      asked = true;
      preview
        .ask('spectrum', { earId: ear.id, time, count, fromHz, toHz })
        .then((levels) => {
          raw.current = levels.map((db, i) => db + gains[i]!);
          last = time;
          redraw.current();
        })
        .catch(() => {})
        .finally(() => (asked = false));
    };
    const timer = setInterval(look, rawInterval);
    look();
    return () => clearInterval(timer);
  }, [preview, ear, width, redraw]);
  return raw;
}
