import { canMove, type Field, type OwnerList, type PropertyAddress } from '@cyclogram/core';
import { createContext, useContext } from 'react';

/** Whose properties are shown. */
export const OwnerContext = createContext<{ list: OwnerList; id: string } | undefined>(undefined);

/** Where a property stands. @param at key of the record that it is in, from its owner on */
export const addressOf = (
  owner: { list: OwnerList; id: string },
  { key }: { key: string },
  at: string,
  item = '',
): PropertyAddress => ({ ...owner, key: at === '' ? key : `${at}.${key}`, item });

/**
 * Where a property stands that is shown here; undefined where it cannot move.
 * @param at key of the record that it is in, from its owner on: empty for the owner itself; undefined where nothing moves
 */
export function useAddress(
  field: Pick<Field, 'kind'> & { key: string },
  at: string | undefined,
  item = '',
): PropertyAddress | undefined {
  const owner = useContext(OwnerContext);
  if (!owner || at === undefined || !canMove(field as Field)) return undefined;
  return addressOf(owner, field, at, item);
}
