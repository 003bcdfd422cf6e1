import { lookupsIn, type Operation, type Picture, type Typeface } from '@cyclogram/core';
import type { PaintImage } from './context';

/**
 * The images and typefaces that pictures are drawn with: brought in before that, for drawing itself waits for nothing.
 * One object for preview and render; what differs is how a file is read.
 */
export class FilmAssets {
  /** Those that are here, by the ids that they have in the film. */
  readonly images = new Map<string, PaintImage>();
  /** Typefaces that are here, by their names. */
  readonly typefaces = new Map<string, Typeface>();
  private readonly settings = new Map<string, Promise<void>>();
  private readonly loading = new Map<string, Promise<void>>();

  /**
   * @param sources where each image is, by its id
   * @param load reads one; what cannot be read is left out of pictures
   * @param loadTypeface reads the typeface of a name; letters in one that cannot be read are left out
   */
  constructor(
    private sources: ReadonlyMap<string, string>,
    private readonly load: (source: string) => Promise<PaintImage>,
    private readonly loadTypeface: (name: string) => Promise<Typeface>,
  ) {}

  /** The film's images have changed: what is no longer what it was is forgotten. */
  setSources(sources: ReadonlyMap<string, string>): void {
    for (const [id, source] of this.sources) {
      if (sources.get(id) === source) continue;
      this.images.delete(id);
      this.loading.delete(id);
    }
    this.sources = sources;
  }

  /** Brings typefaces in. Undefined when all of them are here, or cannot be had. */
  prepareTypefaces(names: readonly string[]): Promise<void> | undefined {
    const coming = names.filter((name) => !this.typefaces.has(name)).map((name) => this.set(name));
    return coming.length > 0 ? Promise.all(coming).then(() => undefined) : undefined;
  }

  /** A typeface has become another one, or is there now: it is read anew. */
  forgetTypeface(name: string): void {
    this.typefaces.delete(name);
    this.settings.delete(name);
  }

  private set(name: string): Promise<void> {
    let setting = this.settings.get(name);
    if (!setting) {
      setting = this.loadTypeface(name).then(
        (typeface) => void this.typefaces.set(name, typeface),
        () => undefined,
      );
      this.settings.set(name, setting);
    }
    return setting;
  }

  /** Brings in what a picture asks for. Undefined when all of it is here, or cannot be had. */
  prepare(picture: Picture): Promise<void> | undefined {
    const wanted = [...new Set([...imagesIn(picture.operations), ...lookupsIn(picture.passes ?? [])])].filter(
      (id) => !this.images.has(id),
    );
    const coming = wanted.flatMap((id) => this.bring(id) ?? []);
    return coming.length > 0 ? Promise.all(coming).then(() => undefined) : undefined;
  }

  /** A picture when all that it asks for is here: made again when something has come, for what it shows may depend on that. */
  async prepared(make: () => Picture): Promise<Picture> {
    for (;;) {
      const picture = make();
      const coming = this.prepare(picture);
      if (!coming) return picture;
      await coming;
    }
  }

  private readonly missing = new Set<string>();

  private bring(id: string): Promise<void> | undefined {
    const source = this.sources.get(id);
    if (source === undefined || this.missing.has(source)) return undefined;
    let loading = this.loading.get(id);
    if (!loading) {
      loading = this.load(source).then(
        (image) => {
          // It may have become another one meanwhile.
          if (this.sources.get(id) === source) this.images.set(id, image);
        },
        () => void this.missing.add(source),
      );
      this.loading.set(id, loading);
    }
    return loading;
  }
}

/** Ids of the images that operations draw. */
function imagesIn(operations: readonly Operation[]): string[] {
  return operations.flatMap((operation) => {
    if (operation.op === 'group') {
      const { operations, mask, passes = [] } = operation;
      return [...imagesIn(operations), ...imagesIn(mask?.operations ?? []), ...lookupsIn(passes)];
    }
    if (operation.op === 'scene') return [...operation.wanted];
    const id = 'image' in operation ? operation.image : null;
    return id === null ? [] : [id];
  });
}
