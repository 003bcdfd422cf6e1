/** What is kept under names, up to a number: what was used longest ago goes first. */
export class LastUsed<Value> {
  private readonly kept = new Map<string, Value>();

  constructor(readonly max: number) {}

  has(name: string): boolean {
    return this.kept.has(name);
  }

  /** Uses it. */
  get(name: string): Value | undefined {
    const value = this.kept.get(name);
    if (value !== undefined) this.set(name, value);
    return value;
  }

  set(name: string, value: Value): void {
    // Last used goes last.
    this.kept.delete(name);
    this.kept.set(name, value);
    if (this.kept.size > this.max) this.kept.delete(this.kept.keys().next().value!);
  }

  delete(name: string): void {
    this.kept.delete(name);
  }

  clear(): void {
    this.kept.clear();
  }

  names(): string[] {
    return [...this.kept.keys()];
  }

  values(): Value[] {
    return [...this.kept.values()];
  }
}
