import type { Mask } from './thin.js';

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
export function readSkeleton({ width, data }: Mask): Skeleton {
  const offsets = [-width, 1, width, -1, -width + 1, width + 1, width - 1, -width - 1];
  const neighbours = (i: number) => offsets.map((offset) => i + offset).filter((j) => data[j] === 1);
  const nodeOf = new Map<number, number>();
  const nodes: Node[] = [];
  const line: number[] = [];
  for (let i = 0; i < data.length; i++) if (data[i]) line.push(i);

  const meetings = new Set(line.filter((i) => neighbours(i).length > 2));
  for (const start of meetings) {
    if (nodeOf.has(start)) continue;
    const pixels = [start];
    nodeOf.set(start, nodes.length);
    for (let k = 0; k < pixels.length; k++)
      for (const j of neighbours(pixels[k])) {
        if (!meetings.has(j) || nodeOf.has(j)) continue;
        nodeOf.set(j, nodes.length);
        pixels.push(j);
      }
    nodes.push(nodeAt(pixels, width));
  }
  for (const i of line) {
    if (nodeOf.has(i) || neighbours(i).length > 1) continue;
    nodeOf.set(i, nodes.length);
    nodes.push(nodeAt([i], width));
  }

  const branches: Branch[] = [];
  const walked = new Uint8Array(data.length);
  const between = new Set<string>();
  nodes.forEach((node, from) => {
    for (const own of node.pixels) {
      for (const first of neighbours(own)) {
        const beside = nodeOf.get(first);
        if (beside !== undefined) {
          const name = `${Math.min(from, beside)} ${Math.max(from, beside)}`;
          if (beside === from || between.has(name)) continue;
          between.add(name);
          branches.push({ pixels: [], from, to: beside });
          continue;
        }
        if (walked[first]) continue;
        const pixels: number[] = [];
        let before = own;
        let at = first;
        let to = -1;
        for (;;) {
          walked[at] = 1;
          pixels.push(at);
          const onward = neighbours(at).filter((j) => j !== before);
          // A step straight on before one into the node it came from, which it may still touch.
          const next =
            onward.find((j) => !nodeOf.has(j) && !walked[j]) ??
            onward.find((j) => nodeOf.has(j) && (pixels.length > 1 || nodeOf.get(j) !== from));
          if (next === undefined) break;
          const end = nodeOf.get(next);
          if (end !== undefined) {
            to = end;
            break;
          }
          before = at;
          at = next;
        }
        if (to === -1) {
          // It touches nothing further: its own last pixel ends it.
          to = nodes.length;
          const last = pixels.pop() ?? first;
          nodeOf.set(last, to);
          nodes.push(nodeAt([last], width));
        }
        branches.push({ pixels, from, to });
      }
    }
  });
  for (const start of line) {
    if (walked[start] || nodeOf.has(start)) continue;
    const pixels: number[] = [];
    let at: number | undefined = start;
    while (at !== undefined) {
      walked[at] = 1;
      pixels.push(at);
      at = neighbours(at).find((j) => !walked[j] && !nodeOf.has(j));
    }
    branches.push({ pixels, from: -1, to: -1 });
  }
  return { width, nodes, branches };
}

function nodeAt(pixels: number[], width: number): Node {
  let x = 0;
  let y = 0;
  for (const i of pixels) {
    x += (i % width) + 0.5;
    y += Math.floor(i / width) + 0.5;
  }
  return { pixels, x: x / pixels.length, y: y / pixels.length };
}
