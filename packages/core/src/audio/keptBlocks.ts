/** Blocks of samples that are kept under a name, up to a number: the one used longest ago goes first. */
export class KeptBlocks {
  private readonly blocks = new Map<string, Float32Array>();

  constructor(private readonly most: number) {}

  has(name: string): boolean {
    return this.blocks.has(name);
  }

  get(name: string): Float32Array | undefined {
    const block = this.blocks.get(name);
    if (block) this.put(name, block);
    return block;
  }

  put(name: string, block: Float32Array): void {
    // Last used goes last.
    this.blocks.delete(name);
    this.blocks.set(name, block);
    if (this.blocks.size > this.most) this.blocks.delete(this.blocks.keys().next().value!);
  }

  /** Forgets all others. */
  keepOnly(isWanted: (name: string) => boolean): void {
    for (const name of this.blocks.keys()) if (!isWanted(name)) this.blocks.delete(name);
  }
}
