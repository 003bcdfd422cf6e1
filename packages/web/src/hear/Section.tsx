import { ChevronDown, ChevronRight } from 'lucide-react';
import type { ReactNode } from 'react';

/** Heading of a part of Hear, with its action at the right. */
export function SectionHeading({ children, action }: { children: string; action: ReactNode }) {
  return (
    <header className="flex h-9 items-center justify-between border-b border-rule pr-1.5 pl-3">
      <h3 className="font-semibold text-amber">{children}</h3>
      {action}
    </header>
  );
}

interface DisclosureProps {
  open: boolean;
  onToggle: () => void;
  children: ReactNode;
}

/** The row of something that opens in place. */
export function Disclosure({ open, onToggle, children }: DisclosureProps) {
  return (
    <button
      type="button"
      className="flex h-7 min-w-0 grow items-center gap-1 text-left"
      aria-expanded={open}
      onClick={onToggle}
    >
      {open ? (
        <ChevronDown size={13} className="shrink-0" />
      ) : (
        <ChevronRight size={13} className="shrink-0" />
      )}
      {children}
    </button>
  );
}
