import { pixelsOf, type Mask } from '../ink/mask.js';

/** A run of pixels between two places where lines end or meet. */
export type Branch = {
  /** Indexes of its pixels, those of its nodes left out. */
  pixels: number[];
  /** The nodes it runs between; −1 for a ring without any. */
  from: number;
  to: number;
};

/** Where branches end or meet. */
export type Node = { pixels: number[]; x: number; y: number };

/** Lines a pixel wide, as branches between nodes. */
export type Skeleton = { width: number; nodes: Node[]; branches: Branch[] };

/** Reads a thinned mask as branches between nodes: ends, and places where three or more branches meet. */
export function readSkeleton(mask: Mask): Skeleton {
  return new SkeletonReader(mask).read();
}

/** A pixel is known by its index in the mask. */
class SkeletonReader {
  private readonly nodes: Node[] = [];
  private readonly branches: Branch[] = [];
  /** The node a pixel belongs to. */
  private readonly nodeOf = new Map<number, number>();
  private readonly walked: Uint8Array;
  private readonly pixels: readonly number[];
  private readonly offsets: readonly number[];

  constructor(private readonly mask: Mask) {
    const { width } = mask;
    this.walked = new Uint8Array(mask.data.length);
    this.pixels = pixelsOf(mask);
    // Beside before across a corner.
    this.offsets = [-width, 1, width, -1, -width + 1, width + 1, width - 1, -width - 1];
  }

  read(): Skeleton {
    this.findNodes();
    const joined = new Set<string>();
    // Nodes that a branch ends in nothing are added on the way; nothing leads on from them.
    for (let from = 0, count = this.nodes.length; from < count; from++)
      for (const own of this.nodes[from].pixels)
        for (const first of this.neighbours(own)) this.branchFrom(from, own, first, joined);
    this.findRings();
    return { width: this.mask.width, nodes: this.nodes, branches: this.branches };
  }

  private neighbours(i: number): number[] {
    const near: number[] = [];
    for (let k = 0; k < 8; k++) if (this.mask.data[i + this.offsets[k]] === 1) near.push(i + this.offsets[k]);
    return near;
  }

  private countNeighbours(i: number): number {
    let count = 0;
    for (let k = 0; k < 8; k++) count += this.mask.data[i + this.offsets[k]];
    return count;
  }

  private addNode(pixels: number[]): number {
    const { width } = this.mask;
    let [x, y] = [0, 0];
    for (const i of pixels) {
      this.nodeOf.set(i, this.nodes.length);
      x += (i % width) + 0.5;
      y += Math.floor(i / width) + 0.5;
    }
    return this.nodes.push({ pixels, x: x / pixels.length, y: y / pixels.length }) - 1;
  }

  private findNodes(): void {
    const meetings = new Set(this.pixels.filter((i) => this.countNeighbours(i) > 2));
    for (const start of meetings) {
      if (this.nodeOf.has(start)) continue;
      // Pixels of a meeting that touch are one.
      const touching = new Set([start]);
      for (const i of touching) for (const j of this.neighbours(i)) if (meetings.has(j)) touching.add(j);
      this.addNode([...touching]);
    }
    for (const i of this.pixels) if (!this.nodeOf.has(i) && this.countNeighbours(i) <= 1) this.addNode([i]);
  }

  /** The branch that leaves a node by one of its pixels, unless it was walked from its other end. */
  private branchFrom(from: number, own: number, first: number, joined: Set<string>): void {
    const beside = this.nodeOf.get(first);
    if (beside === undefined) {
      if (!this.walked[first]) this.branches.push(this.walk(from, own, first));
      return;
    }
    const name = `${Math.min(from, beside)} ${Math.max(from, beside)}`;
    if (beside === from || joined.has(name)) return;
    joined.add(name);
    this.branches.push({ pixels: [], from, to: beside });
  }

  private walk(from: number, own: number, first: number): Branch {
    const pixels: number[] = [];
    let [before, at] = [own, first];
    for (;;) {
      this.walked[at] = 1;
      pixels.push(at);
      const onward = this.neighbours(at).filter((j) => j !== before);
      // On along the line before into a node; not back into the one it came from, which its first pixel may still touch.
      const next =
        onward.find((j) => !this.nodeOf.has(j) && !this.walked[j]) ??
        onward.find((j) => this.nodeOf.has(j) && (pixels.length > 1 || this.nodeOf.get(j) !== from));
      // Where it touches nothing further, its own last pixel ends it.
      if (next === undefined) return { pixels, from, to: this.addNode([pixels.pop() ?? first]) };
      const to = this.nodeOf.get(next);
      if (to !== undefined) return { pixels, from, to };
      [before, at] = [at, next];
    }
  }

  /** What no node was met on runs in rings. */
  private findRings(): void {
    for (const start of this.pixels) {
      if (this.walked[start] || this.nodeOf.has(start)) continue;
      const pixels: number[] = [];
      for (let at: number | undefined = start; at !== undefined;) {
        this.walked[at] = 1;
        pixels.push(at);
        at = this.neighbours(at).find((j) => !this.walked[j] && !this.nodeOf.has(j));
      }
      this.branches.push({ pixels, from: -1, to: -1 });
    }
  }
}
