import { letteringLayerRecord, readoutMark, readouts, type LetteringLayer } from '@cyclogram/core';
import { Plus } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useMissingLetters } from '../typefaces/typefaces';
import { CardSection } from '../controls/CardSection';
import { menuRow, menuSheet } from '../controls/menu';
import { PathChoice } from './PathSection';
import { RecordSections } from './RecordSections';
import type { LayerEdits } from './useLayerEdits';

/** Letters: the text with its readouts, how it is set, and what letters do by themselves. */
export function LetteringCard({ layer, edits }: { layer: LetteringLayer; edits: LayerEdits }) {
  // What stands in braces is filled in.
  const missing = useMissingLetters(layer.text.replace(/\{[^}]*\}/g, ''), layer.font);
  const insert = (mark: string) => edits.set('text', { text: `${layer.text}${mark}` });
  return (
    <>
      <RecordSections
        record={{ groups: letteringLayerRecord.groups.slice(1) }}
        values={layer}
        onChange={(key, value) => edits.set(key, { [key]: value })}
      >
        {missing.length > 0 && (
          <p role="status" className="mt-1 text-xs text-alarm">
            No typeface has {missing.map((letter) => `“${letter}”`).join(', ')}. Add a file of one that does.
          </p>
        )}
        <DropdownMenu.Root>
          <DropdownMenu.Trigger className="mt-1 flex h-6 items-center gap-1 rounded-sm border border-rule px-1.5 text-xs hover:border-edge">
            <Plus size={12} /> Readout
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content align="start" className={menuSheet}>
              {readouts.map(({ name, label, formats }) => (
                <DropdownMenu.Sub key={name}>
                  <DropdownMenu.SubTrigger className={menuRow}>{label}</DropdownMenu.SubTrigger>
                  <DropdownMenu.Portal>
                    <DropdownMenu.SubContent className={menuSheet}>
                      {formats.map((format) => (
                        <DropdownMenu.Item
                          key={format.name}
                          className={`${menuRow} figures`}
                          onSelect={() => insert(readoutMark(name, format.name))}
                        >
                          {format.example}
                        </DropdownMenu.Item>
                      ))}
                    </DropdownMenu.SubContent>
                  </DropdownMenu.Portal>
                </DropdownMenu.Sub>
              ))}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </RecordSections>
      <CardSection heading="Path" list="paths" open={layer.path !== null}>
        <PathChoice layer={layer} edits={edits} />
      </CardSection>
    </>
  );
}
