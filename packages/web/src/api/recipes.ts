import type { Film, RecipePart, SoundRange } from '@cyclogram/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from './client';

export interface Recipe {
  id: string;
  name: string;
  note: string;
  /** Whether it comes along; such a one stays as it is. */
  shipped: boolean;
  picture: string | null;
}

/** A film made of a recipe or with another song, and what its ears make of that. */
export interface Fitted {
  document: Film;
  ranges: SoundRange[];
  /** What they made of the song before. */
  before?: SoundRange[];
}

const recipesKey = ['recipes'] as const;

export const useRecipes = () =>
  useQuery({
    queryKey: recipesKey,
    queryFn: () => call<{ recipes: Recipe[] }>('GET', '/recipes').then(({ recipes }) => recipes),
  });

/** Reads the recipes anew. */
export function useRefreshRecipes(): () => void {
  const queries = useQueryClient();
  return () => void queries.invalidateQueries({ queryKey: recipesKey });
}

interface NewRecipe {
  document: Film;
  name: string;
  note: string;
  /** Ids of the layers that are meant; all of the film when left out. */
  layers?: string[];
  /** Seconds: where its picture is taken. */
  at: number;
}

export const saveRecipe = (recipe: NewRecipe) => call<Recipe>('POST', '/recipes', recipe);
export const changeRecipe = (id: string, part: { name?: string; note?: string }) =>
  call<void>('PATCH', `/recipes/${id}`, part);
export const deleteRecipe = (id: string) => call<void>('DELETE', `/recipes/${id}`);
/** A new film of a song by a recipe; it is kept. */
export const filmOfRecipe = (id: string, asset: string, title: string) =>
  call<{ id: string; ranges: SoundRange[] }>('POST', `/recipes/${id}/films`, { asset, title });
/** A film with parts of a recipe; it is not kept. */
export const applyRecipe = (id: string, document: Film, parts: readonly RecipePart[]) =>
  call<Fitted>('POST', `/recipes/${id}/apply`, { document, parts });
/** A film with another song; it is not kept. */
export const swapSong = (document: Film, asset: string, refit: boolean) =>
  call<Fitted>('POST', '/songs/swap', { document, asset, refit });

/** The recipe that a film was made by; undefined where there is none, or it is gone. */
export const useRecipeDocument = (id: string) =>
  useQuery({
    queryKey: ['recipe', id],
    queryFn: () => call<{ name: string; document: Film }>('GET', `/recipes/${id}/document`),
    enabled: id !== '',
    retry: false,
    staleTime: Infinity,
  }).data;
