import { defaultsOf, fieldsOf, regionRecord, type Region } from '@cyclogram/core';
import { Plus, Trash2 } from 'lucide-react';
import { Button, IconButton } from '../../controls/Button';
import { FieldRows } from '../../controls/Fields';
import { newId } from '../../editor/newId';
import type { SlotProps } from './slotProps';

const mostRegions = 8;
const regionFields = fieldsOf(regionRecord);
const standard = defaultsOf(regionRecord, { width: 0, height: 0 });

/** Regions of a globe; they can be moved on the Screen, too. */
export function Regions({ item: body, values, onChange: set }: SlotProps) {
  const regions = values['regions'] as readonly Region[];
  const onChange = (next: Region[]) => set({ regions: next }, 'regions');
  return (
    <>
      {regions.map((region, i) => (
        <div key={region.id} className="mb-2 border-l border-rule pl-2">
          <div className="flex h-7 items-center justify-between text-xs text-dim">
            Region {i + 1}
            <IconButton
              label={`Remove region ${i + 1}`}
              className="size-6"
              onClick={() => onChange(regions.filter((_, at) => at !== i))}
            >
              <Trash2 size={12} />
            </IconButton>
          </div>
          <FieldRows
            at="bodies.regions"
            item={`${body}.${region.id}`}
            fields={regionFields}
            values={{ ...region }}
            defaults={{ ...standard }}
            onChange={(key, value) =>
              onChange(regions.map((one, at) => (at === i ? { ...one, [key]: value } : one)))
            }
          />
        </div>
      ))}
      <Button
        className="mt-1"
        disabled={regions.length >= mostRegions}
        onClick={() => onChange([...regions, { ...standard, id: newId('region') }])}
      >
        <Plus size={13} /> Add a region
      </Button>
    </>
  );
}
