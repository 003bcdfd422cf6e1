import { kindOf, passKinds, type PassSettings } from '@cyclogram/core';
import { CardSection } from '../controls/CardSection';
import type { Owner } from './passChanges';
import { PassList } from './PassList';

interface FinishSectionProps {
  owners: readonly [Owner, ...Owner[]];
  passes: readonly PassSettings[];
}

/** What the pixels of a layer, or of the whole picture, go through. */
export function FinishSection({ owners, passes }: FinishSectionProps) {
  return (
    <CardSection
      heading="Finish"
      keys={['passes.']}
      open={owners[0].list === 'finish'}
      note={finishNote(passes)}
    >
      <PassList owners={owners} passes={passes} />
    </CardSection>
  );
}

/** "Glow, Curves and 2 more" */
function finishNote(passes: readonly PassSettings[]): string {
  const names = passes.filter(({ on }) => on).map((pass) => kindOf(passKinds, pass)?.label ?? pass.kind);
  const rest = names.length - 2;
  return names.slice(0, 2).join(', ') + (rest > 0 ? ` and ${rest} more` : '');
}
