/**
 * What is kept up to so many bytes: where it becomes more, what was asked for longest ago goes first. What is spared stays
 * however much there is, until it is spared no more.
 */
export class KeptBySize<T> {
  private readonly all = new Map<string, T>();

  constructor(
    private readonly most: number,
    private readonly sizeOf: (one: T) => number,
    private readonly how: { spared?: (one: T) => boolean; gone?: (one: T) => void } = {},
  ) {}

  has(key: string): boolean {
    return this.all.has(key);
  }

  /** What is kept by that key; it was asked for last from then on. */
  get(key: string): T | undefined {
    const one = this.all.get(key);
    if (one === undefined) return undefined;
    this.all.delete(key);
    this.all.set(key, one);
    return one;
  }

  set(key: string, one: T): void {
    this.all.delete(key);
    this.all.set(key, one);
    let bytes = 0;
    for (const other of this.all.values()) bytes += this.sizeOf(other);
    for (const [at, other] of this.all) {
      if (bytes <= this.most) return;
      // What was just put here is what is wanted.
      if (at === key || this.how.spared?.(other)) continue;
      bytes -= this.sizeOf(other);
      this.all.delete(at);
      this.how.gone?.(other);
    }
  }

  delete(key: string): void {
    this.all.delete(key);
  }

  /** What was asked for last is at the end. */
  values(): T[] {
    return [...this.all.values()];
  }
}
