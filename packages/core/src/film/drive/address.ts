/** What of a film has properties that can move: its lists of such things, and the finish, of which there is one. */
export const ownerLists = {
  layers: 'Layer',
  paths: 'Path',
  palettes: 'Palette',
  finish: 'Finish',
} as const;
export type OwnerList = keyof typeof ownerLists;

/** Where a property is: of what, under which key, and of which item where the key leads into a list. */
export interface PropertyAddress {
  list: OwnerList;
  /** Id of the layer, path or palette; empty for the finish. */
  id: string;
  /** `place.opacity`, `figure.reach`, `color.stops.color` */
  key: string;
  /**
   * Id of the item of the list that the key leads into, and after a point that of the item of a list within that one;
   * empty where it leads into none.
   */
  item: string;
}
