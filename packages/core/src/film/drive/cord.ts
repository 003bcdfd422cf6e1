import { choicesOf, record, type ValueOf } from '../../contract';
import { ownerLists, type PropertyAddress } from './address';
import { sourceKinds } from './source/registry';

const targetRecord = record('cordTarget', [
  {
    heading: 'Property',
    fields: [
      {
        kind: 'choice',
        key: 'list',
        label: 'List',
        help: 'Where its owner stands in the film.',
        choices: choicesOf(ownerLists),
        default: 'layers',
      },
      {
        kind: 'text',
        key: 'id',
        label: 'Owner',
        help: 'Id of the layer, path or palette; empty for the finish.',
        maxLength: 64,
        line: true,
        default: '',
      },
      {
        kind: 'text',
        key: 'key',
        label: 'Key',
        help: 'Keys from the owner to the property, with dots between them.',
        maxLength: 200,
        line: true,
      },
      {
        kind: 'text',
        key: 'item',
        label: 'Item',
        help: 'Id of the item where the keys lead into a list; of an item within an item both ids, with a dot between them.',
        maxLength: 64,
        line: true,
        default: '',
      },
    ],
  },
]);

/** How a cord differs from part to part of its owner: from letter to letter, from copy to copy. */
export const spreadRecord = record('spread', [
  {
    heading: 'Spread',
    fields: [
      {
        kind: 'choice',
        key: 'by',
        label: 'Peaks',
        help: 'How much of the effect each part has.',
        choices: choicesOf({
          same: 'The same',
          even: 'Evenly, from one to another',
          random: 'At random',
          hand: 'By hand',
        }),
        default: 'even',
      },
      {
        kind: 'number',
        key: 'from',
        label: 'First part',
        min: -5,
        max: 5,
        step: 5,
        unit: '%',
        shownPer: 100,
        default: 1,
        shownWhen: { key: 'by', is: ['even', 'random'] },
      },
      {
        kind: 'number',
        key: 'to',
        label: 'Last part',
        min: -5,
        max: 5,
        step: 5,
        unit: '%',
        shownPer: 100,
        default: 0.6,
        shownWhen: { key: 'by', is: ['even', 'random'] },
      },
      {
        kind: 'number',
        key: 'seed',
        label: 'Seed',
        min: 0,
        max: 999999,
        step: 1,
        unit: '',
        whole: true,
        default: 1,
        shownWhen: { key: 'by', is: ['random'] },
      },
      {
        kind: 'list',
        key: 'peaks',
        label: 'Custom peaks',
        help: 'Of each part, as shares; then again from the first.',
        of: { kind: 'number', label: 'Peak', min: -5, max: 5, step: 5, unit: '%', shownPer: 100 },
        max: 256,
      },
      {
        kind: 'number',
        key: 'delay',
        label: 'Delay per part',
        help: 'Each part so much later than the one before.',
        min: -2,
        max: 2,
        step: 10,
        unit: 'ms',
        shownPer: 1000,
        default: 0,
      },
      {
        kind: 'switch',
        key: 'slices',
        label: 'Split range across parts',
        help: 'Each part listens to its own part of the follower’s range, low to high.',
        default: false,
      },
    ],
  },
]);
export type Spread = ValueOf<typeof spreadRecord>;

/** The tie from a source of motion to a property. */
export const cordRecord = record('cord', [
  {
    heading: 'Cord',
    fields: [
      { kind: 'id', key: 'id' },
      {
        kind: 'record',
        key: 'target',
        label: 'Property',
        help: 'What moves. One that is not there is kept, and has no effect.',
        of: targetRecord,
      },
      { kind: 'kinds', key: 'source', label: 'Source', of: () => sourceKinds },
      {
        kind: 'choice',
        key: 'combine',
        label: 'Combination',
        help: 'With what other cords do to the same property. Factors multiply; of the greatest only the largest counts.',
        choices: choicesOf({ sum: 'Sum', multiply: 'Product', greatest: 'Greatest' }),
        default: 'sum',
      },
      {
        kind: 'number',
        key: 'strength',
        label: 'Strength',
        help: 'How much of its effect it has.',
        min: 0,
        max: 4,
        step: 5,
        unit: '%',
        shownPer: 100,
        default: 1,
      },
      { kind: 'switch', key: 'on', label: 'On', default: true },
      {
        kind: 'record',
        key: 'spread',
        label: 'Spread',
        help: 'How it differs from part to part.',
        of: spreadRecord,
        nullable: true,
      },
    ],
  },
]);
export type Cord = ValueOf<typeof cordRecord>;

/** Whether a cord moves what stands there. */
export const isOnProperty = ({ target }: Cord, address: PropertyAddress): boolean =>
  target.list === address.list &&
  target.id === address.id &&
  target.key === address.key &&
  target.item === address.item;

/** A property's place as a text, for keeping things by it. */
export const addressKey = ({ list, id, key, item }: PropertyAddress): string =>
  `${list}/${id}/${key}/${item}`;
