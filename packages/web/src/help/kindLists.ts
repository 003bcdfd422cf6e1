import {
  bodyKinds,
  figureKinds,
  followerKinds,
  layerKinds,
  passHeadings,
  passKinds,
  pathKinds,
  sourceKinds,
} from '@cyclogram/core';

type Labelled = Readonly<Record<string, { readonly label: string }>>;

const labelsOf = (kinds: Labelled): string[] => Object.values(kinds).map(({ label }) => label);

/** What there is of each family, as the interface names it. */
export const kindLists: readonly { family: string; names: readonly string[] }[] = [
  { family: 'Layers', names: labelsOf(layerKinds) },
  { family: 'Figures', names: labelsOf(figureKinds) },
  { family: 'Paths', names: labelsOf(pathKinds) },
  { family: 'Bodies', names: labelsOf(bodyKinds) },
  { family: 'Cord sources', names: labelsOf(sourceKinds) },
  { family: 'Followers', names: labelsOf(followerKinds) },
  ...passHeadings.map((heading) => ({
    family: `Passes, ${heading.toLowerCase()}`,
    names: Object.values(passKinds).flatMap((kind) => (kind.heading === heading ? [kind.label] : [])),
  })),
];
