import type { ReactNode } from 'react';
import { useHelpLine } from './helpLine';

/**
 * The line at the foot of the workspace that says what a property does.
 * @param children what stands there while nothing is pointed at
 */
export function HelpLine({ children }: { children?: ReactNode }) {
  const help = useHelpLine((state) => state.help);
  return (
    <p
      aria-live="polite"
      data-testid="help-line"
      className="flex h-6 shrink-0 items-center gap-2 border-t border-rule px-3 text-xs text-dim"
    >
      {help ? (
        <>
          <span className="shrink-0 text-paper/80">{help.label}</span>
          <span className="truncate">{help.text}</span>
        </>
      ) : (
        children
      )}
    </p>
  );
}
