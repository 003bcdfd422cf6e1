import type { ShownField } from '@cyclogram/core';
import { createContext } from 'react';
import { dequal } from 'dequal/lite';

/** Which properties of a card are shown. */
export interface CardFilter {
  /** Whether anything is left out. */
  active: boolean;
  shows(
    field: ShownField,
    value: unknown,
    standard: unknown,
    at: string | undefined,
    item: string | undefined,
  ): boolean;
}

export const FilterContext = createContext<CardFilter>({ active: false, shows: () => true });

/** Whether a property is as it is at first. */
export const isStandard = (value: unknown, standard: unknown): boolean =>
  standard === undefined || dequal(value, standard);
