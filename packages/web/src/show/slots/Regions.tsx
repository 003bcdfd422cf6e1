import { defaultsOf, fieldsOf, regionRecord, type Region } from '@cyclogram/core';
import { Plus } from 'lucide-react';
import { Button } from '../../controls/Button';
import { FieldRows } from '../../controls/Fields';
import { NumberedItem } from '../../controls/NumberedItem';
import { newId } from '../../editor/newId';
import type { SlotProps } from './slotProps';

const maxRegions = 8;
const regionFields = fieldsOf(regionRecord);
const standard = defaultsOf(regionRecord, { width: 0, height: 0 });

/** Regions of a globe; they can be moved on the Screen, too. */
export function Regions({ item: body, values, onChange: set }: SlotProps) {
  const regions = values['regions'] as readonly Region[];
  const onChange = (next: Region[]) => set({ regions: next }, 'regions');
  return (
    <>
      {regions.map((region, i) => (
        <NumberedItem
          key={region.id}
          what="Region"
          index={i}
          onRemove={() => onChange(regions.filter((_, at) => at !== i))}
        >
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
        </NumberedItem>
      ))}
      <Button
        className="mt-1"
        disabled={regions.length >= maxRegions}
        onClick={() => onChange([...regions, { ...standard, id: newId('region') }])}
      >
        <Plus size={13} /> Add a region
      </Button>
    </>
  );
}
