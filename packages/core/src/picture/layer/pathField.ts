/** The path that a layer is drawn along. */
export const pathField = {
  kind: 'reference',
  key: 'path',
  label: 'Path',
  to: 'paths',
  hidden: true,
  driven: false,
} as const;

export const endsChoice = {
  kind: 'choice',
  key: 'ends',
  label: 'Ends',
  choices: [
    { value: 'round', label: 'Round' },
    { value: 'flat', label: 'Flat' },
  ],
  default: 'round',
} as const;
