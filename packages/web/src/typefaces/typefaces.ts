import { companionsOf, shippedTypefaces } from '@cyclogram/core';
import { useQuery } from '@tanstack/react-query';
import { useEditor } from '../editor/editorStore';
import { fontAt } from './fonts';
import { companionAddresses, shippedAddresses } from './shipped';
import { typefaceAddress } from '../api/typefaces';

/** Where the typefaces are that a film may be set in, by their names: those that ship, and its own. */
export function typefaceAddresses(
  own: readonly { name: string; source: { asset?: string | undefined } }[],
): Record<string, string> {
  const added = own.flatMap(({ name, source }) =>
    source.asset ? [[name, typefaceAddress(source.asset)] as const] : [],
  );
  return { ...shippedAddresses, ...Object.fromEntries(added) };
}

/** Names of all typefaces there are. */
export function useTypefaces(): string[] {
  const own = useEditor((state) => state.film.typefaces);
  return [...Object.keys(shippedTypefaces), ...own.map(({ name }) => name)];
}

export interface TextOutlineData {
  data: string;
  /** Letters that the typeface does not have. */
  missing: string[];
}

/**
 * The outline of a text as path data.
 * @param address where the typeface is; undefined when it is not known
 * @throws Error when the typeface is not here
 */
export async function outlineText(
  text: string,
  address: string | undefined,
  spacing: number,
): Promise<TextOutlineData> {
  if (address === undefined) throw new Error('the typeface is not here; add its file again');
  const [font, { missingLetters, textToData }] = await Promise.all([
    fontAt(address),
    import('@cyclogram/core/typeface'),
  ]);
  return { data: textToData(font, text, spacing), missing: missingLetters([font], text) };
}

/** Characters of a text that neither its typeface has nor any that comes along: they are drawn as empty boxes. */
export function useMissingLetters(text: string, font: string): string[] {
  const own = useEditor((state) => state.film.typefaces);
  const address = typefaceAddresses(own)[font];
  const { data } = useQuery({
    queryKey: ['missing letters', text, address],
    enabled: address !== undefined,
    queryFn: async () => {
      const { missingLetters } = await import('@cyclogram/core/typeface');
      const companions = companionsOf(font).map((name) => companionAddresses[name]);
      return missingLetters(await Promise.all([address!, ...companions].map(fontAt)), text);
    },
    staleTime: Infinity,
    retry: false,
    placeholderData: (before) => before,
  });
  return data ?? [];
}
