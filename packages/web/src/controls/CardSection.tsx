import { clsx } from 'clsx';
import { ChevronRight } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import { useState, type ReactNode } from 'react';

interface CardSectionProps {
  heading: string;
  children: ReactNode;
  /** Buttons at the right of the heading. */
  tools?: ReactNode;
  /** Whether it is open when it is seen for the first time. */
  open?: boolean;
  /** Said beside the heading while it is closed. */
  note?: string | undefined;
}

const storageKey = (heading: string) => `section ${heading}`;

/** A part of a property card under a heading that folds it away; remembered for all cards. */
export function CardSection({ heading, children, tools, open: openAtFirst = true, note }: CardSectionProps) {
  const [open, setOpen] = useState(() => {
    const kept = localStorage.getItem(storageKey(heading));
    return kept === null ? openAtFirst : kept === 'open';
  });
  const toggle = (next: boolean) => {
    setOpen(next);
    localStorage.setItem(storageKey(heading), next ? 'open' : 'closed');
  };
  return (
    <Collapsible.Root open={open} onOpenChange={toggle} asChild>
      <section className="mt-3" aria-label={heading}>
        <div className="mb-0.5 flex h-6 items-center border-b border-rule text-xs text-dim">
          <Collapsible.Trigger className="flex grow items-center gap-1 text-left hover:text-paper">
            <ChevronRight size={12} className={clsx('-ml-0.5 transition-transform', open && 'rotate-90')} />
            {heading}
            {!open && note && <span className="ml-auto truncate pl-2 text-paper/80">{note}</span>}
          </Collapsible.Trigger>
          {tools}
        </div>
        <Collapsible.Content>{children}</Collapsible.Content>
      </section>
    </Collapsible.Root>
  );
}
