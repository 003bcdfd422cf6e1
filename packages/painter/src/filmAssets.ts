import {
  frameKey,
  frameOfKey,
  lookupsIn,
  type FootageInfo,
  type Operation,
  type Picture,
  type Typeface,
} from '@cyclogram/core';
import type { PaintImage } from './images';
import { FrameImages } from './frameImages';

/** Frames of a video file. */
export interface FootageReader {
  info: FootageInfo;
  /** The same frames smaller, where there is a file of them: quicker to decode. */
  small?: FootageReader | undefined;
  /** A frame that is decoded already, as it may be when those before it were asked for. */
  ready?(index: number): PaintImage | undefined;
  /** @throws Error when it cannot be decoded */
  frame(index: number): Promise<PaintImage>;
  close(): void;
}

/** Steps between frames that are taken for going on: others are jumps. */
const farthestStep = 8;

/** How files are read. */
export interface AssetReaders {
  /** Reads an image; what cannot be read is left out of pictures. */
  image(source: string): Promise<PaintImage>;
  /** Reads the typeface of a name; letters in one that cannot be read are left out. */
  typeface(name: string): Promise<Typeface>;
  /** Opens a video file; one that cannot be opened is left out of pictures. */
  footage(source: string): Promise<FootageReader>;
}

/**
 * The images, frames and typefaces that pictures are drawn with: brought in before that, for drawing itself waits for
 * nothing. One object for preview and render; what differs is how a file is read.
 */
export class FilmAssets {
  /** Those that are here, by the ids that they have in the film; frames of footage by their keys. */
  readonly images: FrameImages;
  /** Typefaces that are here, by their names. */
  readonly typefaces = new Map<string, Typeface>();
  /** Footage that is here, by its ids. */
  readonly footage = new Map<string, FootageInfo>();
  private readonly settings = new Map<string, Promise<void>>();
  private readonly loading = new Map<string, Promise<void>>();
  private readonly readers = new Map<string, FootageReader>();
  private readonly opening = new Map<string, Promise<void>>();
  private readonly missing = new Set<string>();
  /** The frame of each footage that was asked for last. */
  private readonly asked = new Map<string, number>();
  /** Names of typefaces that could not be had. */
  private readonly unset = new Set<string>();
  private footageSources: ReadonlyMap<string, string> = new Map();

  /**
   * @param sources where each image is, by its id
   * @param lenient whether a frame that is not decoded yet is stood in for by the last one that is
   */
  constructor(
    private sources: ReadonlyMap<string, string>,
    private readonly read: AssetReaders,
    lenient = false,
  ) {
    this.images = new FrameImages(lenient);
  }

  /** The film's images have changed: what is no longer what it was is forgotten. */
  setSources(sources: ReadonlyMap<string, string>): void {
    for (const [id, source] of this.sources) {
      if (sources.get(id) === source) continue;
      this.images.delete(id);
      this.loading.delete(id);
    }
    this.sources = sources;
  }

  /** The same of its footage. */
  setFootage(sources: ReadonlyMap<string, string>): void {
    for (const [id, source] of this.footageSources) {
      if (sources.get(id) === source) continue;
      this.readers.get(id)?.close();
      this.readers.delete(id);
      this.opening.delete(id);
      this.footage.delete(id);
      this.images.forgetFrames(id);
    }
    this.footageSources = sources;
  }

  /** Opens footage. Undefined when all of it is open, or cannot be had. */
  prepareFootage(ids: readonly string[]): Promise<void> | undefined {
    const coming = ids.filter((id) => !this.readers.has(id)).flatMap((id) => this.open(id) ?? []);
    return coming.length > 0 ? Promise.all(coming).then(() => undefined) : undefined;
  }

  /** What could not be had may be there now: it is asked for again when it is needed next. */
  retry(): void {
    for (const [id, source] of this.footageSources) if (this.missing.has(source)) this.opening.delete(id);
    for (const name of this.unset) this.settings.delete(name);
    this.unset.clear();
    this.missing.clear();
  }

  /** Whether something could not be had. */
  get lacks(): boolean {
    return this.missing.size + this.unset.size > 0;
  }

  private open(id: string): Promise<void> | undefined {
    const source = this.footageSources.get(id);
    if (source === undefined || this.missing.has(source)) return undefined;
    let opening = this.opening.get(id);
    if (!opening) {
      opening = this.read.footage(source).then(
        (reader) => {
          // It may have become another one meanwhile.
          if (this.footageSources.get(id) !== source) return reader.close();
          this.readers.set(id, reader);
          this.footage.set(id, reader.info);
        },
        () => void this.missing.add(source),
      );
      this.opening.set(id, opening);
    }
    return opening;
  }

  /** Brings typefaces in. Undefined when all of them are here, or cannot be had. */
  prepareTypefaces(names: readonly string[]): Promise<void> | undefined {
    const coming = names
      .filter((name) => !this.typefaces.has(name) && !this.unset.has(name))
      .map((name) => this.set(name));
    return coming.length > 0 ? Promise.all(coming).then(() => undefined) : undefined;
  }

  /** A typeface has become another one, or is there now: it is read anew. */
  forgetTypeface(name: string): void {
    this.typefaces.delete(name);
    this.settings.delete(name);
    this.unset.delete(name);
  }

  private set(name: string): Promise<void> {
    let setting = this.settings.get(name);
    if (!setting) {
      setting = this.read.typeface(name).then(
        (typeface) => void this.typefaces.set(name, typeface),
        () => void this.unset.add(name),
      );
      this.settings.set(name, setting);
    }
    return setting;
  }

  /**
   * Brings in what a picture asks for. Undefined when all of it is here, or cannot be had.
   * @param quick whether smaller frames of footage will do, as while it plays in a preview
   */
  prepare(picture: Picture, quick = false): Promise<void> | undefined {
    const wanted = new Set([...imagesIn(picture.operations), ...lookupsIn(picture.passes ?? [])]);
    this.images.trim(wanted);
    const isHere = (id: string) => (quick ? this.images.has(id) : this.images.hasWhole(id));
    const coming = [...wanted].filter((id) => !isHere(id)).flatMap((id) => this.bring(id, quick) ?? []);
    for (const id of wanted) this.askAhead(id, quick);
    return coming.length > 0 ? Promise.all(coming).then(() => undefined) : undefined;
  }

  /**
   * A picture when all that it asks for is here: made again when something has come, for what it shows may depend on that.
   * Not so frames of footage that is open, which it only shows.
   * @param quick as in {@link prepare}
   */
  async prepared(make: () => Picture, quick = false): Promise<Picture> {
    for (;;) {
      const picture = make();
      const shapes = shapingIn(picture.operations).some((id) => !this.images.hasWhole(id));
      const coming = this.prepare(picture, quick);
      if (!coming) return picture;
      await coming;
      if (!shapes) return picture;
    }
  }

  /** Lets go of everything that is open. */
  close(): void {
    this.setFootage(new Map());
  }

  private bring(id: string, quick: boolean): Promise<void> | undefined {
    const frame = frameOfKey(id);
    if (frame && this.footageSources.has(frame.footage)) return this.bringFrame(id, frame, quick);
    const source = this.sources.get(id);
    if (source === undefined || this.missing.has(source)) return undefined;
    let loading = this.loading.get(id);
    if (!loading) {
      loading = this.read.image(source).then(
        (image) => {
          // It may have become another one meanwhile.
          if (this.sources.get(id) === source) this.images.set(id, image);
        },
        () => {
          this.missing.add(source);
          this.loading.delete(id);
        },
      );
      this.loading.set(id, loading);
    }
    return loading;
  }

  /** Frames that are asked for one after another: the one that will be wanted next is read meanwhile. */
  private askAhead(id: string, quick: boolean): void {
    const frame = frameOfKey(id);
    const reader = frame && this.readers.get(frame.footage);
    // One that decodes ahead does so by itself.
    if (!frame || !reader || reader.ready) return;
    const { footage, index } = frame;
    const step = index - (this.asked.get(footage) ?? index);
    if (step === 0 && this.asked.has(footage)) return;
    this.asked.set(footage, index);
    const next = index + step;
    if (step < 1 || step > farthestStep || next >= reader.info.times.length) return;
    const key = frameKey(footage, next);
    if (!this.images.has(key)) void this.bringFrame(key, { footage, index: next }, quick);
  }

  private bringFrame(
    key: string,
    { footage, index }: { footage: string; index: number },
    quick: boolean,
  ): Promise<void> | undefined {
    const whole = this.readers.get(footage);
    if (!whole) return undefined;
    const small = quick && whole.small !== undefined;
    const reader = small ? whole.small! : whole;
    const asked = small ? `${key} small` : key;
    if (this.missing.has(asked)) return undefined;
    const ready = reader.ready?.(index);
    if (ready) {
      this.images.setFrame(key, footage, ready, small);
      return undefined;
    }
    let loading = this.loading.get(asked);
    if (!loading) {
      loading = reader
        .frame(index)
        .then(
          (image) => {
            if (this.readers.get(footage) !== whole) return;
            // The frame in its own size may have come meanwhile.
            if (!small || !this.images.has(key)) this.images.setFrame(key, footage, image, small);
          },
          () => void this.missing.add(asked),
        )
        .finally(() => this.loading.delete(asked));
      this.loading.set(asked, loading);
    }
    return loading;
  }
}

/** Ids of what the form of operations may depend on: images, and frames on a stage. */
function shapingIn(operations: readonly Operation[]): string[] {
  return operations.flatMap((operation) => {
    if (operation.op === 'group')
      return [...shapingIn(operation.operations), ...shapingIn(operation.mask?.operations ?? [])];
    if (operation.op === 'scene') return [...operation.wanted];
    return 'image' in operation && !frameOfKey(operation.image) ? [operation.image] : [];
  });
}

/** Ids of the images that operations draw, and keys of frames. */
function imagesIn(operations: readonly Operation[]): string[] {
  return operations.flatMap((operation) => {
    if (operation.op === 'group') {
      const { operations: inner, mask, passes = [] } = operation;
      return [...imagesIn(inner), ...imagesIn(mask?.operations ?? []), ...lookupsIn(passes)];
    }
    if (operation.op === 'scene') return [...operation.wanted];
    const id = 'image' in operation ? operation.image : null;
    return id === null ? [] : [id];
  });
}
