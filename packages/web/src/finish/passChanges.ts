import {
  passKinds,
  structuredCopy,
  type Cord,
  type Film,
  type PassKindName,
  type PassSettings,
  type Size,
} from '@cyclogram/core';
import { newId } from '../editor/newId';

/** What is done to lists of passes, each on a draft of the film. */

/** Passes of a list at most. */
export const maxPasses = 32;

/** What has passes: a layer, or the whole picture. */
export interface Owner {
  list: 'layers' | 'finish';
  /** Id of the layer; empty for the picture. */
  id: string;
}

/** The passes of an owner; undefined when it is gone. */
export const passesOf = (film: Film, { list, id }: Owner): PassSettings[] | undefined =>
  list === 'finish' ? film.finish.passes : film.layers.find((layer) => layer.id === id)?.passes;

/**
 * The same pass of each of some owners: the one at that place of the list, where it is of the same kind.
 * @param owners the first one is that whose pass is shown
 */
export function samePasses(
  film: Film,
  owners: readonly Owner[],
  pass: string,
): { owner: Owner; pass: PassSettings }[] {
  const shown = owners[0] && passesOf(film, owners[0]);
  const index = shown?.findIndex(({ id }) => id === pass) ?? -1;
  if (index < 0) return [];
  return owners.flatMap((owner) => {
    const own = passesOf(film, owner)?.[index];
    return own?.kind === shown![index]!.kind ? [{ owner, pass: own }] : [];
  });
}

/** A pass as it is to begin with. */
export const newPass = (kind: PassKindName, size: Size, part: object = {}): PassSettings =>
  ({ ...passKinds[kind].defaults(size), ...part, id: newId('pass') }) as PassSettings;

export function addPasses(passes: PassSettings[], added: readonly PassSettings[]): void {
  passes.push(...added.slice(0, maxPasses - passes.length));
}

const cordsOf = (film: Film, owner: Owner, pass: string): Cord[] =>
  film.cords.filter(
    ({ target }) =>
      target.list === owner.list &&
      target.id === owner.id &&
      (target.item === pass || target.item.startsWith(`${pass}.`)),
  );

/** Removes a pass with what moves it. */
export function removePass(film: Film, owner: Owner, pass: string): void {
  const passes = passesOf(film, owner);
  const index = passes?.findIndex(({ id }) => id === pass) ?? -1;
  if (index < 0) return;
  const gone = new Set(cordsOf(film, owner, pass).map(({ id }) => id));
  passes!.splice(index, 1);
  film.cords = film.cords.filter(({ id }) => !gone.has(id));
}

/** Puts a copy of a pass behind it, moved by the same. */
export function duplicatePass(film: Film, owner: Owner, pass: string): void {
  const passes = passesOf(film, owner);
  const index = passes?.findIndex(({ id }) => id === pass) ?? -1;
  if (index < 0 || passes!.length >= maxPasses) return;
  const copy = { ...structuredCopy(passes![index]!), id: newId('pass') };
  passes!.splice(index + 1, 0, copy);
  pasteCords(film, owner, copy.id, pass, cordsOf(film, owner, pass));
}

/** Puts a pass in the place of another. */
export function movePass(passes: PassSettings[], pass: string, to: string): void {
  const from = passes.findIndex(({ id }) => id === pass);
  const position = passes.findIndex(({ id }) => id === to);
  if (from < 0 || position < 0) return;
  passes.splice(position, 0, ...passes.splice(from, 1));
}

/** Passes that were copied, with the cords on them. */
export interface CopiedPasses {
  passes: PassSettings[];
  cords: Cord[];
}

let copied: CopiedPasses | undefined;

export function copyPasses(film: Film, owner: Owner, ids: readonly string[]): void {
  const passes = (passesOf(film, owner) ?? []).filter(({ id }) => ids.includes(id));
  copied = structuredCopy({ passes, cords: passes.flatMap(({ id }) => cordsOf(film, owner, id)) });
}

export const hasCopiedPasses = (): boolean => (copied?.passes.length ?? 0) > 0;

/** Adds what was copied; cords whose followers the film does not have are left out. */
export function pastePasses(film: Film, owner: Owner): void {
  const passes = passesOf(film, owner);
  if (!passes || !copied) return;
  for (const pass of copied.passes.slice(0, maxPasses - passes.length)) {
    const id = newId('pass');
    passes.push({ ...structuredCopy(pass), id });
    const own = copied.cords.filter(({ target }) => target.item.split('.')[0] === pass.id);
    pasteCords(film, owner, id, pass.id, own);
  }
}

function pasteCords(film: Film, owner: Owner, to: string, from: string, cords: readonly Cord[]): void {
  const known = new Set(film.followers.map(({ id }) => id));
  for (const cord of cords) {
    const { source } = cord;
    if ('follower' in source && source.follower !== null && !known.has(source.follower)) continue;
    const item = cord.target.item.replace(from, to);
    film.cords.push({
      ...structuredCopy(cord),
      id: newId('cord'),
      target: { ...cord.target, ...owner, item },
    });
  }
}
