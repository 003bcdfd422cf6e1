import { cordsOn } from '../cords/cordChanges';
import { isStandard, type CardFilter } from '../cords/filter';
import type { Cord, OwnerList } from '@cyclogram/core';
import { SearchInput } from '../controls/SearchInput';
import { Toggle } from 'radix-ui';

/** Which properties of a card are wanted. */
export interface Wanted {
  text: string;
  moving: boolean;
  changed: boolean;
}

export const allWanted: Wanted = { text: '', moving: false, changed: false };

/** A filter of a card's properties. @param owners what the card shows properties of */
export function cardFilter(
  wanted: Wanted,
  cords: readonly Cord[],
  owners: readonly { list: OwnerList; id: string }[],
): CardFilter {
  const text = wanted.text.trim().toLowerCase();
  const active = text !== '' || wanted.moving || wanted.changed;
  return {
    active,
    shows(field, value, standard, at, item = '') {
      if (text !== '' && !field.label.toLowerCase().includes(text)) return false;
      if (wanted.changed && isStandard(value, standard)) return false;
      if (!wanted.moving) return true;
      if (at === undefined) return false;
      const key = at === '' ? field.key : `${at}.${field.key}`;
      return owners.some(({ list, id }) => cordsOn(cords, `${list}/${id}/${key}/${item}`).length > 0);
    },
  };
}

/** The box that finds a property by its name, and what narrows a card to what moves, or to what was changed. */
export function CardFilterBar({ wanted, onChange }: { wanted: Wanted; onChange: (wanted: Wanted) => void }) {
  const toggle =
    'h-6 rounded-sm border border-rule px-1.5 text-xs text-dim data-[state=on]:border-glass data-[state=on]:text-glass';
  return (
    <div className="mt-2 flex items-center gap-1">
      <SearchInput
        label="Find a property"
        value={wanted.text}
        onChange={(text) => onChange({ ...wanted, text })}
        className="h-6 grow"
      />
      <Toggle.Root
        pressed={wanted.moving}
        onPressedChange={(moving) => onChange({ ...wanted, moving })}
        className={toggle}
        title="Only properties that move"
      >
        Moving
      </Toggle.Root>
      <Toggle.Root
        pressed={wanted.changed}
        onPressedChange={(changed) => onChange({ ...wanted, changed })}
        className={toggle}
        title="Only properties that are not as in a new layer"
      >
        Changed
      </Toggle.Root>
    </div>
  );
}
