import { useEffect, useRef } from 'react';
import { keyHeight, type Lane } from '../tape/lanes';
import type { TapeView } from '../tape/tapeView';
import { KeyframeLane, type KeyframeCord } from './KeyframeLane';

interface KeyframeLanesProps {
  cords: readonly KeyframeCord[];
  /** The room for all of them. */
  lane: Lane;
  view: TapeView;
  width: number;
  end: number;
}

/** The keyframed properties of the open layer, one under the other. They scroll where there are more than fit. */
export function KeyframeLanes({ cords, lane, view, width, end }: KeyframeLanesProps) {
  const box = useRef<HTMLDivElement>(null);
  const scrolls = cords.length * keyHeight > lane.height;
  useEffect(() => {
    const element = box.current;
    if (!element || !scrolls) return;
    // On the rest of the Tape the wheel zooms, and so it does here with Ctrl.
    const onWheel = (event: WheelEvent) => {
      if (!event.ctrlKey && !event.shiftKey) event.stopPropagation();
    };
    element.addEventListener('wheel', onWheel);
    return () => element.removeEventListener('wheel', onWheel);
  }, [scrolls]);
  return (
    <div
      ref={box}
      data-keyframe-lanes
      className="absolute inset-x-0 overflow-x-hidden overflow-y-auto"
      style={{ top: lane.top, height: lane.height }}
    >
      <div className="relative" style={{ height: cords.length * keyHeight }}>
        {cords.map((cord, i) => (
          <KeyframeLane
            key={cord.id}
            cord={cord}
            lane={{ top: i * keyHeight, height: keyHeight }}
            view={view}
            width={width}
            end={end}
          />
        ))}
      </div>
    </div>
  );
}
