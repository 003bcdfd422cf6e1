import type { AnyRecord, IconName, Offered, ValueOf } from '../../contract';
import type { LayerContent, Moment } from '../display/moment';
import type { ShownFilm } from '../display/shownFilm';

/** What of the hearing a layer needs for one picture. */
export interface LayerNeeds {
  /** Seconds before the moment, and after it, that it looks at. */
  lookBack: number;
  lookAhead: number;
  /** Ids of the ears whose waveforms it shows. */
  waveforms: readonly string[];
}

export const noNeeds: LayerNeeds = { lookBack: 0, lookAhead: 0, waveforms: [] };

/**
 * A kind of layer. What it refers to, the references of its record say; what it is made of, the record.
 */
export type LayerKind<Kind extends string = string, R extends AnyRecord = AnyRecord> = LayerBehaviour<
  Kind,
  R
> &
  Offered<Partial<ValueOf<R>>>;

/** Cards of layers that are more than their records, by the names under which kinds ask for them. */
export type LayerCardId = 'figure' | 'group' | 'linked' | 'stage' | 'pane' | 'lettering';

interface LayerBehaviour<Kind extends string, R extends AnyRecord> {
  kind: Kind;
  label: string;
  /** What shows its properties, where its record alone does not say how. */
  card?: LayerCardId;
  /** Its sign in the list of layers; none for the kind that most layers are of. */
  icon?: IconName;
  record: R;
  content(layer: ValueOf<R> & { kind: Kind }, moment: Moment): LayerContent;
  /** What it needs by itself: that of the layers it shows is theirs. */
  needs(layer: ValueOf<R> & { kind: Kind }): LayerNeeds;
  /** Ids of the layers that it shows. */
  shows(layer: ValueOf<R> & { kind: Kind }, film: Pick<ShownFilm, 'layers'>): string[];
  /** Whether it shows what lies below it: there is none of that at other times, so passes over time do nothing. */
  showsBelow?: true;
  /** How many parts it has that a cord may spread over: letters, copies. One, where it says nothing. */
  parts?(layer: ValueOf<R> & { kind: Kind }, film: ShownFilm): number;
  /**
   * Whether the values of a number may differ from part to part; of none, where it says nothing.
   * @param item id of the item that the key leads into, of a list
   */
  spreads?(layer: ValueOf<R> & { kind: Kind }, key: string, item: string): boolean;
  /** How many figures it draws by itself, copies included. */
  figures(layer: ValueOf<R> & { kind: Kind }): number;
}
