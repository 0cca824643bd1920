/** Where the work stands, for a progress display. */
export type MapProgress = { stage: string; share: number };

/** A stage of the work that remembers its last result by what went into it. */
export class Stage<T> {
  private held: { key: string; value: T } | null = null;

  /** The result for this input: the one remembered, or computed now. */
  get(key: string, compute: () => T): T {
    if (this.held?.key !== key) this.held = { key, value: compute() };
    return this.held.value;
  }

  /** The result remembered for this input, if there is one. */
  peek(key: string): T | null {
    return this.held?.key === key ? this.held.value : null;
  }

  put(key: string, value: T): T {
    this.held = { key, value };
    return value;
  }
}

/** A stage that works on one thing after another, and remembers what it made of each for as long as that is kept. */
export class StageOfEach<K extends object, T> {
  private readonly held = new WeakMap<K, { key: string; value: T }>();

  /** The result for this thing and input: the one remembered, or computed now. */
  get(of: K, key: string, compute: () => T): T {
    const held = this.held.get(of);
    if (held?.key === key) return held.value;
    const value = compute();
    this.held.set(of, { key, value });
    return value;
  }
}

/** The key of all that goes into a stage. */
export function keyOf(...parts: unknown[]): string {
  return JSON.stringify(parts);
}
