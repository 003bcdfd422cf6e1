import { clsx } from 'clsx';
import { Toolbar } from 'radix-ui';
import type { ComponentProps } from 'react';

interface ButtonProps extends ComponentProps<'button'> {
  /** `main` is the one action a place is about. */
  look?: 'plain' | 'main' | 'bare';
}

/** A button with words, 28 px high. */
export function Button({ look = 'plain', className, ...rest }: ButtonProps) {
  return (
    <button
      type="button"
      className={clsx(
        'inline-flex h-7 items-center gap-1.5 rounded-sm px-2.5 text-sm whitespace-nowrap disabled:opacity-40',
        look === 'main' && 'bg-paper font-semibold text-room hover:bg-white',
        look === 'plain' && 'border border-rule hover:border-edge hover:bg-raised',
        look === 'bare' && 'hover:bg-raised',
        className,
      )}
      {...rest}
    />
  );
}

interface IconButtonProps extends ComponentProps<'button'> {
  /** Said aloud and shown on hover. */
  label: string;
  /** Shortcut, shown on hover. */
  keys?: string;
  /** Whether it is one of a toolbar's, among which arrow keys move. */
  inToolbar?: boolean;
}

/** A button with a picture, 28 px square. */
export function IconButton({ label, keys, inToolbar = false, className, ...rest }: IconButtonProps) {
  const Element = inToolbar ? Toolbar.Button : 'button';
  return (
    <Element
      type="button"
      aria-label={label}
      data-hint={label}
      data-keys={keys}
      className={clsx(
        'inline-flex size-7 shrink-0 items-center justify-center rounded-sm hover:bg-raised disabled:opacity-35',
        className,
      )}
      {...rest}
    />
  );
}
