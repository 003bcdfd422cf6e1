/**
 * What the interface shows beside the fields of a group, by the name under which the group asks for it. What each looks like
 * is a matter of the interface.
 */
export type SlotId =
  /** How two smoothings compare. */
  | 'compareSmoothing'
  /** Sets of colours to choose from. */
  | 'environmentPresets'
  /** How many marks are not drawn. */
  | 'markLimit'
  /** A shape out of a file. */
  | 'markShape'
  /** Colours of a material. */
  | 'materialColors'
  /** What is wrong with path data. */
  | 'pathData'
  /** The chosen point of a path. */
  | 'pathPoint'
  /** Regions, one by one. */
  | 'regions';
