import { surroundingPresets } from '@cyclogram/core';
import { Button } from '../../controls/Button';
import type { SlotProps } from './slotProps';

/** Skies, horizons and grounds to choose from. */
export function EnvironmentPresets({ onChange }: SlotProps) {
  return (
    <div className="my-1 flex flex-wrap gap-1">
      {Object.entries(surroundingPresets).map(([name, { label, ...colors }]) => (
        <Button key={name} className="h-6 px-1.5 text-xs" onClick={() => onChange(colors, 'surroundings')}>
          <span
            className="h-3 w-4 border border-edge"
            style={{
              background: `linear-gradient(${colors.skyColor}, ${colors.horizonColor} 50%, ${colors.groundColor})`,
            }}
          />
          {label}
        </Button>
      ))}
    </div>
  );
}
