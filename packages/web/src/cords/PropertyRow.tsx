import { addressKey, type Field, type PropertyAddress } from '@cyclogram/core';
import { useContext, type ReactNode } from 'react';
import { RowTool } from '../controls/rowTool';
import { useEditor } from '../editor/editorStore';
import { cordsOn } from './cordChanges';
import { CordMeter } from './CordMeter';
import { CordStack } from './CordStack';
import { useCordView } from './cordView';
import { OwnerContext, addressOf, useAddress } from './owner';
import { ResetMenu } from '../recipes/ResetMenu';
import { Port } from './Port';

interface PropertyRowProps {
  /** Key of the record that the property is in; undefined where it cannot move. */
  at: string | undefined;
  /** Id of the item of the list that it is in. */
  item?: string | undefined;
  field: Field & { key: string; label: string };
  children: ReactNode;
}

/** The row of a property: its control, and where it can move, its port and the cords on it. */
export function PropertyRow({ at, item, field, children }: PropertyRowProps) {
  const owner = useContext(OwnerContext);
  const address = useAddress(field, at, item);
  if (!address && owner && at !== undefined) {
    return (
      <ResetMenu addresses={[addressOf(owner, field, at, item)]} label={field.label}>
        <div data-row>{children}</div>
      </ResetMenu>
    );
  }
  if (!address) return <div data-row>{children}</div>;
  return (
    <MovingRow address={address} field={field}>
      {children}
    </MovingRow>
  );
}

function MovingRow({
  address,
  field,
  children,
}: {
  address: PropertyAddress;
  field: Field & { label: string };
  children: ReactNode;
}) {
  const key = addressKey(address);
  const cords = useEditor((state) => cordsOn(state.film.cords, key));
  const open = useCordView((state) => state.open === key);
  const pointAt = useCordView((state) => state.pointAt);
  const lit = useCordView(
    ({ pointedAt }) =>
      pointedAt !== undefined &&
      'follower' in pointedAt &&
      cords.some((cord) => 'follower' in cord.source && cord.source.follower === pointedAt.follower),
  );
  const driven = cords.length > 0;
  return (
    <ResetMenu addresses={[address]} label={field.label}>
      <div
        data-row
        data-address={key}
        className={`group/row relative ${lit ? 'bg-glass/10' : ''}`}
        onPointerEnter={driven ? () => pointAt({ address: key }) : undefined}
        onPointerLeave={driven ? () => pointAt(undefined) : undefined}
      >
        <Port address={address} addressKey={key} label={field.label} driven={driven} />
        <RowTool.Provider
          value={driven ? <CordMeter address={address} addressKey={key} cords={cords} /> : undefined}
        >
          {children}
        </RowTool.Provider>
        {open && driven && <CordStack address={address} cords={cords} label={field.label} />}
      </div>
    </ResetMenu>
  );
}
