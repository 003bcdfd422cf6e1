import { layerRegistry, type Falloff, type FigureLayer } from '@cyclogram/core';
import { findLayer, useEditor } from '../editor/editorStore';
import { DragHandle } from './DragHandle';
import { falloffHandles, falloffOutlines } from './falloffHandles';
import { useScreen } from './screenContext';

interface FalloffOutlineProps {
  layer: FigureLayer;
  falloff: Falloff;
  index: number;
}

/** A region, with its handles. */
export function FalloffOutline({ falloff, index, layer }: FalloffOutlineProps) {
  const change = useEditor((state) => state.change);
  const { toCss } = useScreen();
  // Outlines are in units of the layer; the group's matrix of the Screen is read off three places.
  const [e, f] = toCss(0, 0);
  const [[a, b], [c, d]] = [toCss(1, 0), toCss(0, 1)];
  const transform = `matrix(${a - e} ${b - f} ${c - e} ${d - f} ${e} ${f})`;
  return (
    <>
      <g transform={transform} className="pointer-events-none">
        {falloffOutlines(falloff).map((data, i) => (
          <path
            key={i}
            d={data}
            fill="none"
            stroke="#d8c9a8"
            strokeWidth={1}
            strokeDasharray={i === 0 ? undefined : '3 5'}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </g>
      {falloffHandles(falloff, index).map((handle) => (
        <DragHandle
          key={handle.label}
          handle={handle}
          colour="#d8c9a8"
          pivot={falloff.center}
          onDrag={(part) =>
            change(
              'falloff',
              (film) => {
                const target = layerRegistry.as('figure', findLayer(film, layer.id));
                if (target) Object.assign(target.falloffs[index]!, part);
              },
              `${layer.id} falloff ${index} ${handle.label}`,
            )
          }
        />
      ))}
    </>
  );
}
