import type { SlotId } from '@cyclogram/core';
import type { ComponentType } from 'react';
import { DataProblem } from '../DataProblem';
import { PointFields } from '../PointFields';
import { EnvironmentPresets } from './EnvironmentPresets';
import { MarkLimit } from './MarkLimit';
import { MarkShape } from './MarkShape';
import { MaterialColors } from './MaterialColors';
import { Regions } from './Regions';
import type { SlotProps } from './slotProps';

/** What stands beside the fields of groups that ask for it; the comparison stands on the Listening page. */
const slots: Record<Exclude<SlotId, 'compareSmoothing'>, ComponentType<SlotProps>> = {
  environmentPresets: EnvironmentPresets,
  markLimit: MarkLimit,
  markShape: MarkShape,
  materialColors: MaterialColors,
  pathData: ({ values: { data } }) => (
    <DataProblem data={data as string} empty="There is nothing to stand along in the path data" />
  ),
  pathPoint: ({ item, values }) => <PointFields pathId={item} shape={values as never} />,
  regions: Regions,
};

/** What a group asks for; nothing where it asks for nothing. */
export function Slot({ id, ...props }: { id: SlotId | undefined } & SlotProps) {
  if (id === undefined || id === 'compareSmoothing') return null;
  const Shown = slots[id];
  return <Shown {...props} />;
}
