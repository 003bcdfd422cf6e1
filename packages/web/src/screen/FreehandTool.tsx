import { tokens } from '../controls/tokens';
import { useRef, useState, type PointerEvent } from 'react';
import { DrawingSheet } from './DrawingSheet';
import { useScreen } from './screenContext';

interface FreehandToolProps {
  /** Called with the places of the pointer when it is lifted. */
  onDraw: (trace: [number, number][], closed: boolean) => void;
}

/** CSS pixels between the end and the start of a line within which it is closed. */
const closeWithin = 18;

/** Drawing by hand: what is drawn becomes a curve when the pointer is lifted. */
export function FreehandTool({ onDraw }: FreehandToolProps) {
  const { fromPointer, toCss, scale } = useScreen();
  const [trace, setTrace] = useState<[number, number][]>([]);
  const drawing = useRef(false);
  const onDown = (event: PointerEvent<SVGElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    drawing.current = true;
    setTrace([fromPointer(event)]);
  };
  const onMove = (event: PointerEvent<SVGElement>) => {
    if (!drawing.current) return;
    const position = fromPointer(event);
    setTrace((positions) => [...positions, position]);
  };
  const onUp = () => {
    if (!drawing.current) return;
    drawing.current = false;
    const [first, last] = [trace[0], trace.at(-1)];
    if (first && last && trace.length > 3) {
      const closed =
        trace.length > 12 && Math.hypot(last[0] - first[0], last[1] - first[1]) < closeWithin / scale;
      onDraw(trace, closed);
    }
    setTrace([]);
  };
  return (
    <>
      <DrawingSheet label="Draw by hand: hold and draw a line" onDown={onDown} onMove={onMove} onUp={onUp} />
      {trace.length > 1 && (
        <path
          d={`M${trace.map((position) => toCss(...position).join(' ')).join('L')}`}
          fill="none"
          stroke={tokens.glass}
          strokeWidth={2}
          className="pointer-events-none"
        />
      )}
    </>
  );
}
