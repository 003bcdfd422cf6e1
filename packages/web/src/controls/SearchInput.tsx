import { clsx } from 'clsx';
import { Search } from 'lucide-react';

interface SearchInputProps {
  /** Said aloud. */
  label: string;
  value: string;
  onChange: (value: string) => void;
  /** Of its width and height. */
  className?: string;
}

/** A text that a list is searched for; Escape empties it. */
export function SearchInput({ label, value, onChange, className }: SearchInputProps) {
  return (
    <div
      className={clsx(
        'flex min-w-0 items-center gap-1 border-b border-rule text-dim focus-within:border-paper',
        className,
      )}
    >
      <Search size={12} className="shrink-0" />
      <input
        type="search"
        aria-label={label}
        placeholder="Find"
        value={value}
        onChange={({ target }) => onChange(target.value)}
        onKeyDown={(event) => event.key === 'Escape' && onChange('')}
        className="w-full min-w-0 bg-transparent text-paper outline-none"
      />
    </div>
  );
}
