import type { SectionTitle } from './sectionChanges';

/** The name of a section, and smaller beside it which of its name it is. */
export function SectionTitleText({ name, number }: Pick<SectionTitle, 'name' | 'number'>) {
  return (
    <>
      {name}
      {number !== undefined && <sub className="ml-0.5 text-[0.75em] opacity-70">{number}</sub>}
    </>
  );
}
