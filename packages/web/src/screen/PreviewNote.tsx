import { Popover } from 'radix-ui';
import { ChoiceInput } from '../controls/ChoiceInput';
import { popoverSheet } from '../controls/menu';
import { usePreviewState } from '../editor/previewContext';
import type { CachedFrames } from '../workers/messages';
import { cacheSizes, useScreenPreferences } from './screenPreferences';

const cacheField = {
  kind: 'choice',
  key: 'cache',
  label: 'Frame cache',
  help: 'Memory for frames of the loop, or of two bars around the playhead, painted in advance at full quality.',
  choices: cacheSizes.map((size) => ({ value: String(size), label: nameOf(size) })),
} as const;

function nameOf(megabytes: number): string {
  if (megabytes === 0) return 'Off';
  return megabytes < 1024 ? `${megabytes} MB` : `${megabytes / 1024} GB`;
}

const percent = ({ share }: CachedFrames) => `${Math.floor(100 * share)} % cached`;

/** Says how large and how often the preview is painted while it plays, and how much of it is painted in advance. */
export function PreviewNote() {
  const stats = usePreviewState((state) => state.stats);
  const playing = usePreviewState((state) => state.playing);
  const cached = usePreviewState((state) => state.cached);
  const { cacheMegabytes, set } = useScreenPreferences();
  const parts = [
    ...(playing && stats ? [`${stats.width}×${stats.height}`] : []),
    ...(playing && stats && stats.fps > 0 ? [`${Math.round(stats.fps)} fps`] : []),
    ...(cached ? [percent(cached)] : []),
  ];
  return (
    <Popover.Root>
      <Popover.Trigger
        className="figures h-6 min-w-0 truncate rounded-sm px-2 text-dim hover:bg-raised"
        data-testid="preview-note"
        data-stats={stats && JSON.stringify(stats)}
        title={
          playing && stats
            ? `${stats.paintMs.toFixed(0)} ms to paint a frame, ${stats.fixedMs.toFixed(0)} ms of them at any resolution`
            : 'Frame cache'
        }
      >
        {parts.length > 0 ? parts.join(' · ') : cacheMegabytes === 0 ? 'Cache off' : 'Cache'}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content side="top" align="end" sideOffset={4} className={`${popoverSheet} w-80`}>
          <ChoiceInput
            field={cacheField}
            value={String(cacheMegabytes)}
            onChange={(value) => set({ cacheMegabytes: Number(value) })}
          />
          <p className="mt-2 text-dim">{cacheField.help}</p>
          {cached && (
            <p className="figures mt-2 text-dim" data-testid="cached-seconds">
              {(cached.share * (cached.to - cached.from)).toFixed(1)} of{' '}
              {(cached.to - cached.from).toFixed(1)} s cached
            </p>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
