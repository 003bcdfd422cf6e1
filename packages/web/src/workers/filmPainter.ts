import {
  companionsOf,
  DrawCache,
  emptyTables,
  momentOf,
  pictureAt,
  TableHearing,
  usedFootage,
  usedTypefaces,
  type Film,
  type Picture,
} from '@cyclogram/core';
import { FilmAssets, Painter } from '@cyclogram/painter';
import type { Remote } from 'comlink';
import { withoutPasses } from '../finish/upTo';
import { openSharedFootage } from '../footage/sharedFootage';
import { fontAt } from '../typefaces/fonts';
import { companionAddresses } from '../typefaces/shipped';
import { dropTables } from './dropTables';
import type { MediaApi, Purpose } from './media.worker';
import type { TableMessage } from './messages';

/** What everybody who paints a film is told of it. */
export interface FilmTold {
  /** @param end length of the film in seconds */
  setFilm(film: Film, end: number): void;
  putTable(message: TableMessage): void;
  /** Addresses of the film's images, by their ids. */
  setImages(addresses: Record<string, string>): void;
  /** Addresses of the film's footage, by its ids. */
  setFootage(addresses: Record<string, string>): void;
  /** Addresses of the typefaces that the film may be set in, by their names. */
  setTypefaces(addresses: Record<string, string>): void;
  /** What could not be had may be there now. */
  retry(): void;
}

/** How a picture is wanted. */
export interface PictureWish {
  /** Whether it has to be quick: what takes many pictures for one is left out, smaller frames of footage will do. */
  quick: boolean;
  /** Whether it is shown without its finish. */
  before: boolean;
}

/** A film with all that is needed to paint it: what was heard of it, its images, footage and typefaces. */
export class FilmPainter implements FilmTold {
  readonly painter = new Painter();
  readonly cache = new DrawCache();
  readonly tables = emptyTables();
  readonly assets: FilmAssets;
  film: Film | undefined;
  hearing = new TableHearing(this.tables);
  /** What frames of footage are wanted for now. */
  purpose: Purpose = 'waiting';
  /** Milliseconds that passes took in the last picture, by their ids. */
  passTimes: Record<string, number> = {};
  private typefaces: Record<string, string> = {};

  /**
   * @param media who decodes
   * @param onReady is called when something has come that pictures may show
   * @param lenient whether a frame of footage that is not here is stood in for by the last one that is
   */
  constructor(
    media: Remote<MediaApi>,
    private readonly onReady: () => void,
    lenient: boolean,
  ) {
    const readers = {
      image: (address: string) => media.image(address),
      typeface: (name: string) => this.readTypeface(name),
      footage: (address: string) => openSharedFootage(media, address, () => this.purpose),
    };
    this.assets = new FilmAssets(new Map(), readers, lenient);
    this.painter.images = this.assets.images;
    this.painter.passClock = {
      now: () => performance.now(),
      note: (pass, milliseconds) => (this.passTimes[pass] = (this.passTimes[pass] ?? 0) + milliseconds),
    };
  }

  setFilm(film: Film, end: number): void {
    this.film = film;
    this.tables.end = end;
    dropTables(this.tables, film);
    this.hearing = new TableHearing(this.tables, film);
    void this.prepareFiles()?.then(this.onReady);
  }

  putTable(message: TableMessage): void {
    if (message.what === 'ear') this.tables.ears.set(message.id, message.table);
    else if (message.what === 'follower') this.tables.followers.set(message.id, message.table);
    else if (message.what === 'waveform') this.tables.waveforms.set(message.id, message.waveform);
  }

  setImages(addresses: Record<string, string>): void {
    this.assets.setSources(new Map(Object.entries(addresses)));
  }

  setFootage(addresses: Record<string, string>): void {
    this.assets.setFootage(new Map(Object.entries(addresses)));
    void this.prepareFiles()?.then(this.onReady);
  }

  setTypefaces(addresses: Record<string, string>): void {
    for (const [name, address] of Object.entries(addresses))
      if (this.typefaces[name] !== address) this.assets.forgetTypeface(name);
    this.typefaces = addresses;
    void this.prepareFiles()?.then(this.onReady);
  }

  retry(): void {
    this.assets.retry();
    void this.prepareFiles()?.then(this.onReady);
  }

  /** Letters are drawn when their typefaces are here, footage when its copy is ready. Undefined when nothing is awaited. */
  prepareFiles(): Promise<unknown> | undefined {
    const { film, assets } = this;
    if (!film) return undefined;
    const coming = [assets.prepareTypefaces(usedTypefaces(film)), assets.prepareFootage(usedFootage(film))];
    return coming.some((one) => one) ? Promise.all(coming) : undefined;
  }

  /** The picture at a moment in seconds. @throws Error when there is no film */
  pictureAt(time: number, { quick, before }: PictureWish): Picture {
    const { film, hearing, cache, assets } = this;
    if (!film) throw new Error('there is no film');
    return pictureAt(momentOf(before ? withoutPasses(film) : film, hearing, time, { cache, assets, quick }));
  }

  private async readTypeface(name: string) {
    const address = this.typefaces[name];
    if (address === undefined) throw new Error(`there is no typeface ${name}`);
    const { openTypeface } = await import('@cyclogram/core/typeface');
    const companions = companionsOf(name).map((one) => fontAt(companionAddresses[one]));
    const [font, ...others] = await Promise.all([fontAt(address), ...companions]);
    return openTypeface(font!, others);
  }
}
