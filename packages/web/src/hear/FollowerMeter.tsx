import { useCallback, useEffect, useRef } from 'react';
import { LiveCanvas, type DrawLive } from '../controls/LiveCanvas';
import { tokens } from '../controls/tokens';
import { usePreview } from '../editor/previewContext';

/** The value of a follower now. Written straight into the page: it changes on every frame. */
export function FollowerMeter({ followerId }: { followerId: string }) {
  const preview = usePreview();
  const text = useRef<HTMLSpanElement>(null);
  const valueNow = useCallback(
    () => Math.min(Math.max(preview.live.followers.get(followerId) ?? 0, 0), 1),
    [preview, followerId],
  );
  const draw = useCallback<DrawLive>(
    (context, width, height) => {
      context.fillStyle = tokens.rule;
      context.fillRect(0, 0, width, height);
      context.fillStyle = tokens.amber;
      context.fillRect(0, 0, width * valueNow(), height);
    },
    [valueNow],
  );
  useEffect(() => {
    const write = () => {
      if (text.current) text.current.textContent = valueNow().toFixed(2);
    };
    write();
    return preview.onReading(write);
  }, [preview, valueNow]);
  return (
    <div className="flex w-28 shrink-0 items-center gap-2">
      <LiveCanvas draw={draw} className="h-1.5 grow" />
      <span
        ref={text}
        className="figures h-5 w-8 text-right text-dim contain-strict"
        data-testid="follower-value"
      />
    </div>
  );
}
