/** What is given to what stands beside the fields of a group. */
export interface SlotProps {
  /** Values of what has the fields, and those of a new one. */
  values: Record<string, unknown>;
  defaults: Record<string, unknown>;
  /** Its id, where it is an item of a list. */
  item: string;
  /** @param label what is done, for whoever takes it back */
  onChange: (part: Record<string, unknown>, label: string) => void;
}
