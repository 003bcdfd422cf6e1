import {
  sourceRegistry,
  canSpread,
  cordRecord,
  defaultsOf,
  fieldOf,
  fieldKind,
  fieldsOf,
  hasControl,
  findProperty,
  isShown,
  problemOf,
  spreadRecord,
  type ChoiceField,
  type Cord,
  type CordSource,
  type Field,
  type Film,
  type FoundProperty,
  type ListField,
  type MovingValue,
  type NumberField,
  type ShownField,
  type SourceEditor,
  type SourceKind,
  type ValueField,
} from '@cyclogram/core';
import { Ellipsis, Power, Trash2 } from 'lucide-react';
import { DropdownMenu, Slot, Toggle } from 'radix-ui';
import { useState, type ComponentProps, type ComponentType, type ReactNode } from 'react';
import { IconButton } from '../controls/Button';
import { ControlOf } from '../controls/ControlOf';
import { icons } from '../controls/icons';
import { menuRow, menuSheet } from '../controls/menu';
import { useEditor } from '../editor/editorStore';
import { setSourceField } from './alikeCords';
import { findCord, keepCord, onlyThisCord, removeCord } from './cordChanges';
import { KeyframeList } from './KeyframeList';
import { LayerSpreadForm } from './LayerSpreadForm';
import { useLimitShare } from './useLimits';
import { SectionValues } from './SectionValues';
import { StepValues } from './StepValues';
import { differenceField, factorField, sameField } from './valueFields';
import { problemTexts, sourceName } from './words';

const nowhere = { width: 0, height: 0 };
const strengthField = fieldOf(cordRecord, 'strength') as NumberField;
const combineField = fieldOf(cordRecord, 'combine') as ChoiceField;
const peaksField = fieldOf(spreadRecord, 'peaks') as ListField;
const spreadDefaults = defaultsOf(spreadRecord, nowhere);

interface CordCardProps {
  cord: Cord;
  /** Whether it is the only one on its property. */
  single: boolean;
  /** Cords that are changed with it, as far as they have the same properties. */
  others?: readonly Cord[];
}

/** Everything about one cord, in place under the property that it moves. */
export function CordCard({ cord, single, others = [] }: CordCardProps) {
  const film = useEditor((state) => state.film);
  const change = useEditor((state) => state.change);
  const { source } = cord;
  const [spreading, setSpreading] = useState(false);
  const limit = useLimitShare(cord.target);
  const kind = sourceRegistry.of(source);
  const found = findProperty(film, cord.target);
  const problem = problemOf(film, cord);
  const Icon = kind ? icons[kind.icon] : Slot.Root;
  const edit = (label: string, change_: (target: Cord, draft: Film) => void, key = label) =>
    change(
      label,
      (draft) => {
        for (const one of [cord, ...others]) {
          const target = findCord(draft, one.id);
          if (target) change_(target, draft);
        }
      },
      `cord ${[cord, ...others].map((one) => one.id).join(' ')} ${key}`,
    );
  const setSource = (key: string, value: unknown) =>
    change(
      `cord ${key}`,
      (draft) => setSourceField(draft, cord, others, key, value),
      `cord ${[cord, ...others].map((one) => one.id).join(' ')} ${key}`,
    );
  return (
    <article className="border-b border-rule/60 py-1 last-of-type:border-0" data-testid="cord-card">
      <header className="flex h-7 items-center gap-1">
        {kind && <Icon size={13} className="shrink-0 text-dim" />}
        <span className="grow truncate font-semibold">{sourceName(film, cord)}</span>
        <Toggle.Root
          pressed={cord.on}
          onPressedChange={(on) => edit('cord on', (target) => void (target.on = on))}
          aria-label="On"
          className="grid size-6 place-items-center text-dim data-[state=on]:text-glass"
        >
          <Power size={13} />
        </Toggle.Root>
        <CordMenu cord={cord} single={single} others={others} onSpread={() => setSpreading(true)} />
        <IconButton
          label="Remove the cord"
          className="size-6"
          onClick={() =>
            change('remove cord', (draft) => [cord, ...others].forEach((one) => removeCord(draft, one.id)))
          }
        >
          <Trash2 size={12} />
        </IconButton>
      </header>
      {others.length > 0 && (
        <p role="status" className="text-xs text-glass">
          Editing {others.length + 1} cords.
        </p>
      )}
      {problem && problem !== 'off' && (
        <p role="status" className="text-xs text-alarm">
          {problemTexts[problem]}
        </p>
      )}
      {!problem && limit > 0.005 && (
        <p role="status" className="text-xs text-amber">
          At a limit of the property for {Math.round(limit * 100)} % of the song.
        </p>
      )}
      {spreading && <LayerSpreadForm cord={cord} onDone={() => setSpreading(false)} />}
      {kind && found && (
        <SourceFields
          kind={kind}
          cord={cord}
          others={others}
          found={found}
          onChange={setSource}
          edit={edit}
        />
      )}
      {found && !kind?.isBase && !single && (
        <ControlOf
          field={combineField}
          value={cord.combine}
          resetTo="sum"
          onChange={(value) =>
            edit('combination', (target) => void (target.combine = value as Cord['combine']))
          }
        />
      )}
      {found && (
        <ControlOf
          field={strengthField}
          value={cord.strength}
          resetTo={1}
          onChange={(value) => edit('strength', (target) => void (target.strength = value as number))}
        />
      )}
      {cord.spread && (
        <SpreadFields
          spread={cord.spread}
          onChange={(key, value) =>
            edit(`spread ${key}`, ({ spread }) => void (spread && Object.assign(spread, { [key]: value })))
          }
        />
      )}
    </article>
  );
}

/** What edits sources whose lists are more than a row of controls. */
const editors: Record<SourceEditor, ComponentType<EditorProps>> = {
  keyframes: ({ cord, others, field, onChange }) => (
    <KeyframeList
      cord={cord}
      others={others}
      field={field}
      source={cord.source as ComponentProps<typeof KeyframeList>['source']}
      onChange={onChange}
    />
  ),
  sectionValues: ({ cord, field, own, onChange }) => (
    <SectionValues
      field={field}
      source={cord.source as ComponentProps<typeof SectionValues>['source']}
      own={own}
      onChange={onChange}
    />
  ),
};

interface EditorProps {
  cord: Cord;
  others: readonly Cord[];
  field: Field;
  /** The property's own value. */
  own: MovingValue;
  onChange: (key: string, value: unknown) => void;
}

type Edit = (label: string, change: (target: Cord, draft: Film) => void, key?: string) => void;

interface SourceFieldsProps {
  kind: SourceKind;
  cord: Cord;
  others: readonly Cord[];
  found: FoundProperty;
  onChange: (key: string, value: unknown) => void;
  edit: Edit;
}

/** The properties of a source, those that are values of the property with controls of its kind. */
function SourceFields({ kind, cord, others, found, onChange, edit }: SourceFieldsProps) {
  const { source } = cord;
  const { field, value: own } = found;
  const values = source as unknown as Record<string, unknown>;
  const defaults = defaultsOf(kind.record, nowhere) as Record<string, unknown>;
  if (kind.editor) {
    const Editor = editors[kind.editor];
    return <Editor cord={cord} others={others} field={field} own={own} onChange={onChange} />;
  }
  const rows: ReactNode[] = [];
  for (const one of fieldsOf(kind.record)) {
    if (!isShown(one as ShownField, values) || kind.isFor?.(one.key, field) === false) continue;
    const items = fieldKind(one).items?.(one);
    if (fieldKind(one).ofProperty) {
      rows.push(
        <ValueRow
          key={one.key}
          kind={kind}
          one={one as ValueField}
          source={source}
          found={found}
          onChange={onChange}
        />,
      );
    } else if (items && fieldKind(items).ofProperty) {
      rows.push(
        <StepValues
          key={one.key}
          field={field}
          values={values[one.key] as MovingValue[]}
          onChange={(next) => onChange(one.key, next)}
        />,
      );
    } else if (kind.changed && 'choices' in one) {
      rows.push(
        <ControlOf
          key={one.key}
          field={one}
          value={values[one.key]}
          resetTo={defaults[one.key]}
          onChange={(value) =>
            edit(one.label.toLowerCase(), (target, draft) => {
              if (target.source.kind !== source.kind) return;
              const given = target.source as unknown as { rest?: MovingValue | null };
              const rest = given.rest ?? findProperty(draft, target.target)?.value ?? own;
              Object.assign(given, kind.changed?.(target.source as never, one.key, value, rest), {
                [one.key]: value,
              });
            })
          }
        />,
      );
    } else {
      rows.push(
        <ControlOf
          key={one.key}
          field={one as ShownField}
          value={values[one.key]}
          resetTo={defaults[one.key]}
          onChange={(value) => onChange(one.key, value)}
        />,
      );
    }
  }
  return rows;
}

interface ValueRowProps {
  kind: SourceKind;
  one: ValueField;
  source: CordSource;
  found: FoundProperty;
  onChange: (key: string, value: unknown) => void;
}

/** A value of the property, or a difference or a factor of its values. */
function ValueRow({ kind, one, source, found, onChange }: ValueRowProps) {
  const { field, value: own } = found;
  const given = (source as unknown as Record<string, MovingValue | null>)[one.key] ?? own;
  const says = kind.says?.(source as never, one.key);
  const shown =
    says === 'factor'
      ? factorField(one, given)
      : says === 'difference'
        ? differenceField(field, one)
        : sameField(field, one);
  return (
    <ControlOf
      field={shown}
      value={given}
      // At rest it has the property's own value unless it is given another one.
      resetTo={one.nullable ? own : undefined}
      onChange={(value) => onChange(one.key, one.nullable && value === own ? null : value)}
    />
  );
}

/** How a cord differs from part to part. */
function SpreadFields({
  spread,
  onChange,
}: {
  spread: NonNullable<Cord['spread']>;
  onChange: (key: string, value: unknown) => void;
}) {
  const values = spread as unknown as Record<string, unknown>;
  const defaults = spreadDefaults as unknown as Record<string, unknown>;
  return (
    <section aria-label="Spread" className="mt-1">
      <h5 className="border-b border-rule text-xs text-dim">Spread over parts</h5>
      {fieldsOf(spreadRecord).map((field) => {
        if (!hasControl(field)) {
          return spread.by === 'hand' ? (
            <HandPeaks key={field.key} peaks={spread.peaks} onChange={(peaks) => onChange('peaks', peaks)} />
          ) : null;
        }
        return isShown(field as ShownField, values) ? (
          <ControlOf
            key={field.key}
            field={field as ShownField}
            value={values[field.key]}
            resetTo={defaults[field.key]}
            onChange={(value) => onChange(field.key, value)}
          />
        ) : null;
      })}
    </section>
  );
}

/** Peaks of each part, typed one after the other. */
function HandPeaks({ peaks, onChange }: { peaks: readonly number[]; onChange: (peaks: number[]) => void }) {
  const [draft, setDraft] = useState<string>();
  const finish = () => {
    if (draft === undefined) return;
    const numbers = draft
      .split(/[\s,;]+/)
      .filter(Boolean)
      .map(Number);
    const { min, max } = peaksField.of as { min: number; max: number };
    if (numbers.every(Number.isFinite))
      onChange(
        numbers.slice(0, peaksField.max).map((percent) => Math.min(Math.max(percent / 100, min), max)),
      );
    setDraft(undefined);
  };
  return (
    <label className="flex h-7 items-center gap-2 text-dim">
      <span className="grow">Peaks, %</span>
      <input
        value={draft ?? peaks.map((peak) => Math.round(peak * 100)).join(' ')}
        placeholder="100 80 60"
        onChange={({ target }) => setDraft(target.value)}
        onBlur={finish}
        onKeyDown={(event) => event.key === 'Enter' && finish()}
        className="figures h-6 w-40 border-b border-rule bg-transparent text-paper hover:border-edge"
      />
    </label>
  );
}

/** What else can be done with a cord. */
interface CordMenuProps {
  cord: Cord;
  single: boolean;
  others: readonly Cord[];
  onSpread: () => void;
}

function CordMenu({ cord, single, others, onSpread }: CordMenuProps) {
  const change = useEditor((state) => state.change);
  const spreadable = useEditor((state) => canSpread(state.film, cord.target));
  const selected = useEditor((state) => state.selected.length);
  const { id, target, spread } = cord;
  const isMotion = !sourceRegistry.of(cord.source)?.isBase;
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label="More for this cord"
        className="grid size-6 place-items-center rounded-sm hover:bg-raised"
      >
        <Ellipsis size={13} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className={menuSheet}>
          <DropdownMenu.Item className={menuRow} onSelect={() => keepCord(cord)}>
            Copy the cord
          </DropdownMenu.Item>
          <DropdownMenu.Item
            className={menuRow}
            disabled={single}
            onSelect={() => change('only this cord', (film) => onlyThisCord(film, id))}
          >
            Only this one
          </DropdownMenu.Item>
          {selected > 1 && target.list !== 'palettes' && (
            <DropdownMenu.Item className={menuRow} onSelect={onSpread}>
              Spread over {selected} layers…
            </DropdownMenu.Item>
          )}
          {isMotion && (spread || spreadable) && (
            <DropdownMenu.Item
              className={menuRow}
              onSelect={() =>
                change('spread', (film) => {
                  for (const one of [cord, ...others]) {
                    const own = findCord(film, one.id);
                    if (own && (spread || canSpread(film, own.target)))
                      own.spread = spread ? null : spreadDefaults;
                  }
                })
              }
            >
              {spread ? 'Same for all parts' : 'Spread over letters or copies'}
            </DropdownMenu.Item>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
