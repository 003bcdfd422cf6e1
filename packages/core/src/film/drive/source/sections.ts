import { record } from '../../../contract';
import { sectionAt } from '../../../sound';
import { extremes, type SourceKind } from './sourceKind';

/** A value in one section. */
const sectionValueRecord = record('sectionValue', [
  {
    heading: 'Section',
    fields: [
      { kind: 'id', key: 'id' },
      { kind: 'reference', key: 'section', label: 'Section', to: 'sections', soft: true },
      { kind: 'value', key: 'value', label: 'Value' },
    ],
  },
]);

const sectionsRecord = record('source.sections', [
  {
    heading: 'Sections',
    fields: [
      {
        kind: 'list',
        key: 'values',
        label: 'Values',
        help: 'In sections without one the property keeps its own.',
        of: { kind: 'record', label: 'Value', of: sectionValueRecord },
        max: 200,
      },
    ],
  },
]);

export const sectionsSource: SourceKind<'sections', typeof sectionsRecord> = {
  kind: 'sections',
  label: 'Sections',
  icon: 'list',
  about: 'Another value in each named part of the song.',
  record: sectionsRecord,
  isBase: true,
  ofSong: true,
  editor: 'sectionValues',
  moves: () => true,
  value({ values }, { film, hearing, t }) {
    const now = sectionAt(film.sections, hearing.end, t)?.id;
    return values.find(({ section }) => section === now)?.value;
  },
  needs: () => ({ followers: [] }),
  range: ({ values }, _field, base) => extremes([base, ...values.map(({ value }) => value)]),
  begin: () => ({ values: [] }),
};
