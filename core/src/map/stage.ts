/** Where the work stands, for a progress display. */
export type MapProgress = { stage: string; share: number };

/** A stage of the work that remembers what it made last by what went into it. */
export class Stage<T> {
  /** The newest first. */
  private held: { key: string; value: T }[] = [];

  /** @param count results that are remembered: more than the last, where going back to one is usual and holding it light */
  constructor(private readonly count = 1) {}

  /** The result for this input: one that is remembered, or computed now. */
  get(key: string, compute: () => T): T {
    const found = this.remembered(key);
    return found ? found.value : this.put(key, compute());
  }

  /** The result remembered for this input, if there is one. */
  peek(key: string): T | null {
    return this.remembered(key)?.value ?? null;
  }

  put(key: string, value: T): T {
    this.held = [{ key, value }, ...this.held.filter((other) => other.key !== key)].slice(0, this.count);
    return value;
  }

  private remembered(key: string) {
    const found = this.held.find((one) => one.key === key);
    if (found && found !== this.held[0]) this.held = [found, ...this.held.filter((other) => other !== found)];
    return found;
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
