import { ChevronDown } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import type { ReactNode } from 'react';

interface MoreRowsProps {
  names: readonly string[];
  open: boolean;
  onOpenChange: (open: boolean) => void;
  children: ReactNode;
}

/** Rows that are seldom needed, behind one that opens them. */
export function MoreRows({ names, open, onOpenChange, children }: MoreRowsProps) {
  return (
    <Collapsible.Root open={open} onOpenChange={onOpenChange}>
      <Collapsible.Content>{children}</Collapsible.Content>
      <Collapsible.Trigger
        title={names.join(', ')}
        className="group flex h-6 items-center gap-1 text-xs text-dim hover:text-paper"
      >
        <ChevronDown size={12} className="-ml-0.5 transition-transform group-data-[state=open]:rotate-180" />
        <span className="group-data-[state=open]:hidden">More</span>
        <span className="hidden group-data-[state=open]:inline">Less</span>
      </Collapsible.Trigger>
    </Collapsible.Root>
  );
}
