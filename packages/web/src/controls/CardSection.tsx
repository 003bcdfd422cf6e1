import { clsx } from 'clsx';
import { ChevronRight } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import type { OwnerList } from '@cyclogram/core';
import { useContext, useState, type ReactNode } from 'react';
import { ResetMenu } from '../recipes/ResetMenu';
import { OwnerContext } from '../cords/owner';
import { FilterContext } from '../cords/filter';
import { useMovingNote } from '../cords/useMovingNote';

interface CardSectionProps {
  heading: string;
  children: ReactNode;
  /** Buttons at the right of the heading. */
  tools?: ReactNode;
  /** Whether it is open when it is seen for the first time. */
  open?: boolean;
  /** Said beside the heading while it is closed. */
  note?: string | undefined;
  /** Keys of its properties, or what they begin with, for saying what moves them while it is closed. */
  keys?: readonly string[];
  /** Whose properties they are, where it is not the owner around. */
  list?: OwnerList;
}

const storageKey = (heading: string) => `section ${heading}`;

/** A part of a property card under a heading that folds it away; remembered for all cards. */
export function CardSection({
  heading,
  children,
  tools,
  open: openAtFirst = true,
  note,
  keys,
  list,
}: CardSectionProps) {
  const filter = useContext(FilterContext);
  const moving = useMovingNote(keys, list);
  const [open, setOpen] = useState(() => {
    const kept = localStorage.getItem(storageKey(heading));
    return kept === null ? openAtFirst : kept === 'open';
  });
  const toggle = (next: boolean) => {
    setOpen(next);
    localStorage.setItem(storageKey(heading), next ? 'open' : 'closed');
  };
  return (
    <Collapsible.Root open={open || filter.active} onOpenChange={toggle} asChild>
      <section className={clsx('mt-3', filter.active && 'not-has-[[data-row]]:hidden')} aria-label={heading}>
        <SectionReset heading={heading} keys={keys} list={list}>
          <div className="mb-0.5 flex h-6 items-center border-b border-rule text-xs text-dim">
            <Collapsible.Trigger className="flex min-w-0 grow items-center gap-1 text-left hover:text-paper">
              <ChevronRight size={12} className={clsx('-ml-0.5 transition-transform', open && 'rotate-90')} />
              {heading}
              {!open && (note || moving) && (
                <span className="ml-auto truncate pl-2 text-paper/80">
                  {note}
                  {moving && <span className="text-glass">{note ? `, ${moving}` : moving}</span>}
                </span>
              )}
            </Collapsible.Trigger>
            {tools}
          </div>
        </SectionReset>
        <Collapsible.Content>{children}</Collapsible.Content>
      </section>
    </Collapsible.Root>
  );
}

/** The heading of a section of which the properties are known lets them go back. */
function SectionReset({
  heading,
  keys,
  list,
  children,
}: Pick<CardSectionProps, 'heading' | 'keys' | 'list'> & { children: ReactNode }) {
  const owner = useContext(OwnerContext);
  if (!owner || !keys || (list !== undefined && list !== owner.list)) return children;
  const addresses = keys.map((key) => ({ ...owner, key, item: '' }));
  return (
    <ResetMenu addresses={addresses} label={heading}>
      {children}
    </ResetMenu>
  );
}
