import { clsx } from 'clsx';
import { CircleHelp } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { NavLink } from 'react-router';
import { Button } from '../controls/Button';
import { HelpDialog } from '../help/HelpDialog';

/** Bar of the pages that are not about one film. */
export function PageBar({ children }: { children?: ReactNode }) {
  const [help, setHelp] = useState(false);
  const link = ({ isActive }: { isActive: boolean }) =>
    clsx('px-1 leading-10', isActive ? 'border-b-2 border-paper' : 'text-dim hover:text-paper');
  return (
    <header className="flex h-11 shrink-0 items-center gap-6 border-b border-rule px-5">
      <span className="flex items-center gap-2 text-base font-semibold tracking-tight">
        <img src="/icon.svg" alt="" width={20} height={20} /> Cyclogram
      </span>
      <nav className="flex gap-4 text-sm">
        <NavLink to="/" className={link} end>
          Films
        </NavLink>
        <NavLink to="/renders" className={link}>
          Renders
        </NavLink>
        <NavLink to="/storage" className={link}>
          Storage
        </NavLink>
      </nav>
      <div className="ml-auto flex items-center gap-2">
        {children}
        <Button onClick={() => setHelp(true)} aria-label="Help">
          <CircleHelp size={15} /> Help
        </Button>
      </div>
      <HelpDialog open={help} onOpenChange={setHelp} />
    </header>
  );
}
