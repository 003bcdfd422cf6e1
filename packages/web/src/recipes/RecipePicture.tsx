import type { Recipe } from '../api/recipes';

/** What a recipe looks like. */
export const RecipePicture = ({ recipe: { picture } }: { recipe: Recipe }) =>
  picture ? (
    <img src={picture} alt="" className="aspect-video w-full bg-panel object-cover" />
  ) : (
    <div className="aspect-video w-full bg-panel" />
  );
