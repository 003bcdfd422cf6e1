import { fpsOf } from '@cyclogram/core';
import { useEditor } from '../editor/editorStore';
import { usePreviewState } from '../editor/previewContext';

/** Below this share of a frame's time nothing is said. */
const notable = 0.1;

/** How much of a frame's time a pass that costs much takes in the preview. */
export function PassCost({ pass }: { pass: string }) {
  const milliseconds = usePreviewState(({ stats }) => stats?.passes?.[pass]);
  const fps = useEditor((state) => fpsOf(state.film.fps));
  const share = ((milliseconds ?? 0) * fps) / 1000;
  if (share < notable) return null;
  const text = `${Math.round(share * 100)} %`;
  return (
    <span
      className="figures shrink-0 pl-1 text-xs text-amber"
      title={`Takes ${text} of a frame’s time in the preview`}
    >
      {text}
    </span>
  );
}
