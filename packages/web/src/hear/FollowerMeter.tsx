import { useEffect, useRef } from 'react';
import { usePreview } from '../editor/previewContext';

/** The value of a follower now. Written straight into the page: it changes on every frame. */
export function FollowerMeter({ followerId }: { followerId: string }) {
  const preview = usePreview();
  const bar = useRef<HTMLDivElement>(null);
  const text = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    const write = () => {
      const value = Math.min(Math.max(preview.live.followers.get(followerId) ?? 0, 0), 1);
      if (bar.current) bar.current.style.transform = `scaleX(${value})`;
      if (text.current) text.current.textContent = value.toFixed(2);
    };
    write();
    return preview.onFrame(write);
  }, [preview, followerId]);
  return (
    <div className="flex w-28 shrink-0 items-center gap-2">
      <div className="h-1.5 grow bg-rule">
        <div ref={bar} className="h-full origin-left bg-amber" />
      </div>
      <span ref={text} className="figures w-8 text-right text-dim" data-testid="follower-value" />
    </div>
  );
}
