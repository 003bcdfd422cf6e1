import { fpsOf } from '@cyclogram/core';
import { Tooltip } from 'radix-ui';
import { useEditor } from '../editor/editorStore';
import { usePreviewState } from '../editor/previewContext';

/** Below this share of a frame's time nothing is said. */
const notable = 0.1;

/** How much of a frame's time a pass that costs much takes in the preview: a bar, in words when it is pointed at or focused. */
export function PassCost({ pass }: { pass: string }) {
  const milliseconds = usePreviewState(({ stats }) => stats?.passes?.[pass]);
  const fps = useEditor((state) => fpsOf(state.film.fps));
  const share = ((milliseconds ?? 0) * fps) / 1000;
  if (share < notable) return null;
  const words = `Cost: ${Math.round(share * 100)} % of a frame’s time in the preview`;
  return (
    <Tooltip.Root>
      <Tooltip.Trigger asChild>
        <span
          role="meter"
          tabIndex={0}
          aria-label="Cost"
          aria-valuemin={0}
          aria-valuemax={100}
          aria-valuenow={Math.min(100, Math.round(share * 100))}
          aria-valuetext={words}
          className="mx-1 grid h-4 w-6 shrink-0 items-center"
        >
          <span className="block h-1 w-full bg-rule">
            <span className="block h-full bg-dim" style={{ width: `${Math.min(100, share * 100)}%` }} />
          </span>
        </span>
      </Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          side="left"
          sideOffset={6}
          className="border border-edge bg-panel px-2 py-1 text-xs text-paper"
        >
          {words}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}
