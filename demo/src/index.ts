export { harbour, harbourFrame } from './footage/harbour';
export { demoFilm, filmsOfSong, type SongAssets } from './films/films';
export { songs } from './songs/index';
export { mixDown, noteHz, type Song } from './songs/song';
export { encodeWav } from './synth/wav';
export { shippedRecipes, type ShippedRecipe } from './recipes/recipes';
