import FlatQueue from 'flatqueue';
import { parabolaBottom } from '../../geometry/index.js';
import { gaussianBlur, type Plane } from '../../raster/index.js';

/** What a drawn line keeps to: the strongest edge, or the middle of something thin. */
export type Course = 'edge' | 'middle';

/** The picture is read on pixels no finer than this, mm: a hand does not point more closely. */
const finestMm = 0.3;

/** A path is looked for no further than this from its start, mm. */
const furthestMm = 60;

/** Blur before slopes are taken, pixels. */
const blurPx = 1;

/** An edge this steep costs next to nothing to run along: L\* a pixel, and for middles curvature. */
const strongEdge = 6;

/** Least cost of a step, so that of two equal edges the shorter wins. */
const minCost = 0.05;

/** No path: the point has not been reached. */
const none = -1;

/** The ways from one point to every other within reach. */
type Tree = { x0: number; y0: number; width: number; height: number; from: Int32Array };

/**
 * Runs a line along the strongest edge between two places: the cheapest path over the picture's pixels, where
 * a step costs less the stronger the edge is (Dijkstra 1959; the idea of live paths after Mortensen & Barrett
 * 1995). From each place all ways are found once, so that moving the other end only reads one off.
 */
export class EdgeFollower {
  private readonly cost: Record<Course, Float32Array | null> = { edge: null, middle: null };
  private held: { key: string; tree: Tree } | null = null;

  /**
   * @param lightness L\* of the picture
   * @param pxPerMm its pixels to a millimetre on the surface
   */
  constructor(
    private readonly lightness: Plane,
    readonly pxPerMm: number,
  ) {}

  /** How many working pixels to average to a pixel that is walked. */
  static stepFor(pxPerMm: number): number {
    return Math.max(1, Math.floor(finestMm * pxPerMm));
  }

  /**
   * The path between two places.
   *
   * @param from and
   * @param to in pixels of the plane
   * @returns x0, y0 … from one to the other; a straight where the other is out of reach
   */
  path(from: { x: number; y: number }, to: { x: number; y: number }, course: Course): Float64Array {
    const straight = Float64Array.of(from.x, from.y, to.x, to.y);
    const tree = this.treeFrom(from, course);
    const x = Math.floor(to.x) - tree.x0;
    const y = Math.floor(to.y) - tree.y0;
    if (x < 0 || y < 0 || x >= tree.width || y >= tree.height) return straight;
    const run: number[] = [];
    for (let i = y * tree.width + x; i !== none; i = tree.from[i]) {
      run.push(tree.x0 + (i % tree.width) + 0.5, tree.y0 + Math.floor(i / tree.width) + 0.5);
      if (tree.from[i] === i) break;
    }
    if (run.length < 6) return straight;
    const points = new Float64Array(run.length);
    for (let i = 0; i < run.length; i += 2) {
      points[i] = run[run.length - 2 - i];
      points[i + 1] = run[run.length - 1 - i];
    }
    this.centre(points, course);
    return points;
  }

  /** The spot of strongest edge or middle within a distance of a place, for a handle that snaps. */
  snap(at: { x: number; y: number }, withinPx: number, course: Course): { x: number; y: number } {
    const cost = this.costOf(course);
    const { width, height } = this.lightness;
    let best = { x: at.x, y: at.y };
    let least = Infinity;
    const reach = Math.ceil(withinPx);
    for (let y = Math.floor(at.y) - reach; y <= at.y + reach; y++) {
      for (let x = Math.floor(at.x) - reach; x <= at.x + reach; x++) {
        if (x < 0 || y < 0 || x >= width || y >= height) continue;
        const distance = Math.hypot(x + 0.5 - at.x, y + 0.5 - at.y);
        if (distance > withinPx) continue;
        // Of equal edges the nearer one is meant.
        const price = cost[y * width + x] + (0.3 * distance) / withinPx;
        if (price < least) {
          least = price;
          best = { x: x + 0.5, y: y + 0.5 };
        }
      }
    }
    const points = Float64Array.of(best.x, best.y);
    this.centre(points, course);
    return { x: points[0], y: points[1] };
  }

  private costOf(course: Course): Float32Array {
    return (this.cost[course] ??= course === 'edge' ? edgeCost(this.lightness) : middleCost(this.lightness));
  }

  private treeFrom(from: { x: number; y: number }, course: Course): Tree {
    const { width, height } = this.lightness;
    const sx = Math.min(width - 1, Math.max(0, Math.floor(from.x)));
    const sy = Math.min(height - 1, Math.max(0, Math.floor(from.y)));
    const key = [sx, sy, course].join();
    if (this.held?.key === key) return this.held.tree;
    const reach = Math.ceil(furthestMm * this.pxPerMm);
    const x0 = Math.max(0, sx - reach);
    const y0 = Math.max(0, sy - reach);
    const box = {
      x0,
      y0,
      width: Math.min(width, sx + reach + 1) - x0,
      height: Math.min(height, sy + reach + 1) - y0,
    };
    const tree = { ...box, from: cheapestWays(this.costOf(course), width, box, sx - x0, sy - y0) };
    this.held = { key, tree };
    return tree;
  }

  /** Moves points across the path to where the edge is steepest, or the middle most marked, to a part of a pixel. */
  private centre(points: Float64Array, course: Course): void {
    const cost = this.costOf(course);
    const { width, height } = this.lightness;
    for (let i = 0; i < points.length; i += 2) {
      const x = Math.floor(points[i]);
      const y = Math.floor(points[i + 1]);
      if (x < 1 || y < 1 || x >= width - 1 || y >= height - 1) continue;
      const at = y * width + x;
      points[i] += parabolaBottom(cost[at - 1], cost[at], cost[at + 1]);
      points[i + 1] += parabolaBottom(cost[at - width], cost[at], cost[at + width]);
    }
  }
}

function edgeCost(lightness: Plane): Float32Array {
  const { width, height } = lightness;
  const { data } = gaussianBlur(lightness, blurPx);
  return costs(width, height, (i) => {
    const dx = (data[i + 1] - data[i - 1]) / 2;
    const dy = (data[i + width] - data[i - width]) / 2;
    return Math.sqrt(dx * dx + dy * dy);
  });
}

function middleCost(lightness: Plane): Float32Array {
  const { width, height } = lightness;
  const { data } = gaussianBlur(lightness, 1.5 * blurPx);
  return costs(width, height, (i) => {
    const xx = data[i - 1] - 2 * data[i] + data[i + 1];
    const yy = data[i - width] - 2 * data[i] + data[i + width];
    const xy = (data[i + width + 1] - data[i + width - 1] - data[i - width + 1] + data[i - width - 1]) / 4;
    const half = (xx + yy) / 2;
    return Math.abs(half) + Math.sqrt(((xx - yy) / 2) ** 2 + xy * xy);
  });
}

function costs(width: number, height: number, strength: (i: number) => number): Float32Array {
  const cost = new Float32Array(width * height).fill(1);
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      const share = strength(i) / strongEdge;
      cost[i] = minCost + (1 - minCost) / (1 + 4 * share * share);
    }
  }
  return cost;
}

/** For each pixel of a box the one before it on the cheapest way from the start; the start leads to itself. */
function cheapestWays(
  cost: Float32Array,
  stride: number,
  { x0, y0, width, height }: Omit<Tree, 'from'>,
  startX: number,
  startY: number,
): Int32Array {
  const from = new Int32Array(width * height).fill(none);
  const total = new Float32Array(width * height).fill(Infinity);
  const done = new Uint8Array(width * height);
  const queue = new FlatQueue<number>();
  const start = startY * width + startX;
  total[start] = 0;
  from[start] = start;
  queue.push(start, 0);
  for (;;) {
    const i = queue.pop();
    if (i === undefined) return from;
    if (done[i]) continue;
    done[i] = 1;
    const x = i % width;
    const y = (i - x) / width;
    for (let dy = -1; dy <= 1; dy++) {
      for (let dx = -1; dx <= 1; dx++) {
        const nx = x + dx;
        const ny = y + dy;
        if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue;
        const j = ny * width + nx;
        if (done[j]) continue;
        const step = dx !== 0 && dy !== 0 ? Math.SQRT2 : 1;
        const sum = total[i] + step * cost[(y0 + ny) * stride + x0 + nx];
        if (sum < total[j]) {
          total[j] = sum;
          from[j] = i;
          queue.push(j, sum);
        }
      }
    }
  }
}
