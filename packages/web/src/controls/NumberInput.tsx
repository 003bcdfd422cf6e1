import type { NumberField } from '@cyclogram/core';
import { clsx } from 'clsx';
import {
  useContext,
  useId,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
} from 'react';
import { calculate } from './arithmetic';
import { FieldHelp } from './FieldRow';
import { helpProps } from './helpLine';
import { RowTool } from './rowTool';

interface NumberInputProps {
  field: NumberField;
  /** Null where it is not set. */
  value: number | null;
  /** What a double click brings back. */
  resetTo?: number | null | undefined;
  /** Lets it be unset, by emptying it; left out where it always has a value. */
  onUnset?: (() => void) | undefined;
  /** A button between the name and the number. */
  tool?: ReactNode;
  onChange: (value: number) => void;
}

/** Pixels of dragging that add one step. */
const pixelsPerStep = 4;

const decimals = (step: number) => (step >= 1 ? 1 : step >= 0.1 ? 2 : 3);
const tidy = (value: number) => Number(value.toFixed(6));

/**
 * A number that can be dragged by its name, typed with simple arithmetic, stepped
 * with the arrow keys (Shift: ten times, Alt: a tenth) and reset by a double click.
 */
export function NumberInput({ field, value, resetTo, onUnset, tool, onChange }: NumberInputProps) {
  const { shownPer = 1, step, unit, min, max, whole, label, help } = field;
  const id = useId();
  const rowTool = useContext(RowTool);
  const [draft, setDraft] = useState<string>();
  const drag = useRef<{ x: number; start: number; moved: boolean }>(undefined);
  const shown = (value ?? min) * shownPer;
  const text = draft ?? (value === null ? '' : String(Number(shown.toFixed(whole ? 0 : decimals(step)))));

  const set = (nextShown: number) => {
    const next = Math.min(max, Math.max(min, tidy(nextShown / shownPer)));
    const settled = whole ? Math.round(next) : next;
    if (settled !== value) onChange(settled);
  };
  const finishTyping = () => {
    if (draft === undefined) return;
    const typed = calculate(draft);
    if (draft.trim() === '') onUnset?.();
    if (typed !== undefined) set(typed);
    setDraft(undefined);
  };
  const reset = () => {
    if (typeof resetTo === 'number') onChange(resetTo);
    else if (resetTo === null) onUnset?.();
  };
  const stepFor = (event: { shiftKey: boolean; altKey: boolean }) => {
    const size = step * (event.shiftKey ? 10 : event.altKey ? 0.1 : 1);
    return whole ? Math.max(1, Math.round(size)) : size;
  };
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      event.preventDefault();
      const base = (draft === undefined ? undefined : calculate(draft)) ?? shown;
      setDraft(undefined);
      set(base + (event.key === 'ArrowUp' ? 1 : -1) * stepFor(event));
    } else if (event.key === 'Enter') finishTyping();
    else if (draft !== undefined && (event.ctrlKey || event.metaKey)) {
      // What is being typed is undone, not the film.
      event.stopPropagation();
    } else if (event.key === 'Escape') {
      setDraft(undefined);
      event.currentTarget.blur();
    }
  };
  const onPointerDown = (event: PointerEvent<HTMLLabelElement>) => {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { x: event.clientX, start: shown, moved: false };
  };
  const onPointerMove = (event: PointerEvent<HTMLLabelElement>) => {
    if (!drag.current) return;
    const distance = event.clientX - drag.current.x;
    if (Math.abs(distance) > 2) drag.current.moved = true;
    if (drag.current.moved) set(drag.current.start + Math.trunc(distance / pixelsPerStep) * stepFor(event));
  };

  return (
    <div className="flex h-7 items-center gap-2" {...helpProps(label, help)}>
      <label
        htmlFor={id}
        className="grow cursor-ew-resize touch-none truncate text-dim select-none hover:text-paper"
        onPointerDown={onPointerDown}
        onPointerMove={onPointerMove}
        onPointerUp={() => (drag.current = undefined)}
        onClick={(event) => event.preventDefault()}
        onDoubleClick={reset}
      >
        {label}
      </label>
      {rowTool}
      {tool}
      <span
        className={`flex h-6 items-center border-b border-rule focus-within:border-paper hover:border-edge ${rowTool === undefined ? 'w-28' : 'w-20'}`}
      >
        <input
          id={id}
          role="spinbutton"
          inputMode="decimal"
          aria-describedby={help ? `${id}-help` : undefined}
          aria-valuenow={value === null ? undefined : tidy(shown)}
          placeholder={onUnset ? 'none' : undefined}
          aria-valuemin={min * shownPer}
          aria-valuemax={max * shownPer}
          value={text}
          className="figures w-full min-w-0 bg-transparent text-right outline-none"
          onChange={(event) => setDraft(event.target.value)}
          onFocus={(event) => event.target.select()}
          onBlur={finishTyping}
          onKeyDown={onKeyDown}
          onDoubleClick={reset}
        />
        <span
          className={clsx(
            'figures shrink-0 pl-1 text-dim',
            unit.length > 3 ? 'w-13' : unit.length > 2 ? 'w-7' : 'w-6',
          )}
        >
          {value === null ? '' : unit}
        </span>
      </span>
      <FieldHelp id={id} text={help} />
    </div>
  );
}
