import { Check, ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { menuRow, menuSheet } from '../controls/menu';
import { useEditor } from '../editor/editorStore';

interface TrackPickerProps {
  /** Ids of the tracks; none for all that are listened to. */
  value: readonly string[];
  onChange: (value: string[]) => void;
}

/** Which tracks an ear listens to: one, several, or all that are analysed by default. */
export function TrackPicker({ value, onChange }: TrackPickerProps) {
  const tracks = useEditor((state) => state.film.tracks);
  const names = tracks.filter(({ id }) => value.includes(id)).map(({ name }) => name);
  const text = names.length === 0 ? 'All' : names.length === 1 ? names[0] : `${names.length} tracks`;
  const mark = (on: boolean) => <Check size={13} className={on ? '' : 'invisible'} />;
  return (
    <div className="flex h-7 items-center gap-2">
      <span className="grow truncate text-dim">Tracks</span>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger
          aria-label={`Tracks: ${text}`}
          className="flex h-6 w-28 items-center justify-between gap-1 border-b border-rule hover:border-edge"
        >
          <span className="truncate">{text}</span>
          <ChevronDown size={13} className="shrink-0 text-dim" />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" className={menuSheet}>
            <DropdownMenu.CheckboxItem
              checked={value.length === 0}
              onCheckedChange={() => onChange([])}
              className={menuRow}
            >
              {mark(value.length === 0)} All that are analysed by default
            </DropdownMenu.CheckboxItem>
            <DropdownMenu.Separator className="my-1 h-px bg-rule" />
            {tracks.map(({ id, name }) => (
              <DropdownMenu.CheckboxItem
                key={id}
                checked={value.includes(id)}
                // Several can be chosen in one go.
                onSelect={(event) => event.preventDefault()}
                onCheckedChange={(on) =>
                  onChange(on ? [...value, id] : value.filter((other) => other !== id))
                }
                className={menuRow}
              >
                {mark(value.includes(id))} <span className="truncate">{name}</span>
              </DropdownMenu.CheckboxItem>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </div>
  );
}
