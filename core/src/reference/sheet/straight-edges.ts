import type { Line, Point } from '../../geometry/index.js';
import { sampleAt, type Plane } from '../../raster/index.js';

/** A straight run of edge: a line whose normal points to its lighter side. */
export type StraightEdge = { line: Line; weight: number };

/** The straight edges of a picture, and how much of each is really there between two points. */
export type Edges = {
  width: number;
  height: number;
  edges: StraightEdge[];
  /** What there is of the edge along the stretch from a to b. */
  between: (edge: StraightEdge, a: Point, b: Point) => Stretch;
};

/** An edge along a stretch of its line. */
export type Stretch = {
  /** Share of the stretch along which the edge is there, 0–1. */
  seen: number;
  /** Mean step of lightness across it where it is there, L\*. */
  step: number;
  /** Share of a short way past both ends along which it goes on, 0–1: sides of a sheet end at its corners. */
  goesOn: number;
};

/** Directions of the vote, one a degree, all the way round: an edge has a lighter side. */
const directions = 360;

/** A step of lightness a pixel below this is texture (L\*). */
const faintest = 0.7;

/** A step above this counts no more, so that one strong edge does not outvote a long faint one (L\*). */
const strongest = 5;

/** Lines looked at further. */
const maxEdges = 48;

/** An edge seen this far beside a line still belongs to it, pixels. */
const beside = 2;

/** A step is measured this far to either side of an edge, pixels, and must be this high, L\*. */
const acrossPx = 5;
const minStep = 2;

/** Cosine of the largest turn between an edge and its line: 18 degrees. */
const aligned = 0.95;

/**
 * Gathers straight edges by a vote over direction and distance (Duda & Hart 1972, each pixel voting only for
 * directions near its own gradient).
 *
 * @param lightness L\* of the coarse picture, slightly blurred
 */
export function straightEdges(lightness: Plane): Edges {
  const slopes = gradients(lightness);
  const { width, height } = lightness;
  const walks = new Map<StraightEdge, Walk>();
  const walkOf = (edge: StraightEdge) => {
    const walk = walks.get(edge) ?? walked(slopes, lightness, edge.line);
    walks.set(edge, walk);
    return walk;
  };
  return {
    width,
    height,
    edges: strongestLines(vote(slopes), width, height),
    between: (edge, a, b) => stretch(walkOf(edge), edge.line, a, b),
  };
}

type Slopes = { width: number; height: number; x: Float32Array; y: Float32Array; size: Float32Array };

function gradients({ width, height, data }: Plane): Slopes {
  const x = new Float32Array(data.length);
  const y = new Float32Array(data.length);
  const size = new Float32Array(data.length);
  for (let row = 1; row < height - 1; row++) {
    for (let column = 1; column < width - 1; column++) {
      const i = row * width + column;
      x[i] = (data[i + 1] - data[i - 1]) / 2;
      y[i] = (data[i + width] - data[i - width]) / 2;
      size[i] = Math.hypot(x[i], y[i]);
    }
  }
  return { width, height, x, y, size };
}

type Votes = { counts: Float32Array; reach: number; cosines: Float64Array; sines: Float64Array };

function vote({ width, height, x, y, size }: Slopes): Votes {
  const reach = Math.ceil(Math.hypot(width, height)) + 2;
  const counts = new Float32Array(directions * 2 * reach);
  const angles = Float64Array.from({ length: directions }, (_, k) => (k * 2 * Math.PI) / directions);
  const cosines = angles.map(Math.cos);
  const sines = angles.map(Math.sin);
  for (let row = 1; row < height - 1; row++) {
    for (let column = 1; column < width - 1; column++) {
      const i = row * width + column;
      if (size[i] < faintest || !isCrest(size, width, i, x[i], y[i])) continue;
      const weight = Math.min(size[i], strongest);
      const direction = Math.round((Math.atan2(y[i], x[i]) * directions) / (2 * Math.PI));
      for (let turn = -3; turn <= 3; turn++) {
        const k = (direction + turn + 2 * directions) % directions;
        const offset = (column + 0.5) * cosines[k] + (row + 0.5) * sines[k] + reach;
        const below = Math.floor(offset);
        const cell = k * 2 * reach + below;
        counts[cell] += weight * (1 - offset + below);
        counts[cell + 1] += weight * (offset - below);
      }
    }
  }
  return { counts, reach, cosines, sines };
}

/** Whether the slope is steepest here, looking up and down it. */
function isCrest(size: Float32Array, width: number, i: number, x: number, y: number): boolean {
  const along =
    Math.abs(x) > 2.4 * Math.abs(y)
      ? 1
      : Math.abs(y) > 2.4 * Math.abs(x)
        ? width
        : x * y > 0
          ? width + 1
          : width - 1;
  return size[i] >= size[i - along] && size[i] >= size[i + along];
}

function strongestLines(
  { counts, reach, cosines, sines }: Votes,
  width: number,
  height: number,
): StraightEdge[] {
  const least = 0.12 * Math.min(width, height);
  const peaks: { k: number; offset: number; weight: number }[] = [];
  for (let k = 0; k < directions; k++) {
    for (let offset = 1; offset < 2 * reach - 1; offset++) {
      const weight = counts[k * 2 * reach + offset];
      if (weight >= least && isPeak(counts, reach, k, offset)) peaks.push({ k, offset, weight });
    }
  }
  peaks.sort((a, b) => b.weight - a.weight);
  return peaks.slice(0, maxEdges).map(({ k, offset, weight }) => ({
    line: { nx: cosines[k], ny: sines[k], offset: offset - reach },
    weight,
  }));
}

/** Largest among its neighbours within three degrees and three pixels. */
function isPeak(counts: Float32Array, reach: number, k: number, offset: number): boolean {
  const own = counts[k * 2 * reach + offset];
  for (let turn = -3; turn <= 3; turn++) {
    const row = ((k + turn + directions) % directions) * 2 * reach;
    for (let shift = -3; shift <= 3; shift++) {
      const at = offset + shift;
      if (at < 0 || at >= 2 * reach || (turn === 0 && shift === 0)) continue;
      const other = counts[row + at];
      if (other > own || (other === own && (turn < 0 || (turn === 0 && shift < 0)))) return false;
    }
  }
  return true;
}

/** How far past the corners an edge is looked for, as a share of the stretch. */
const past = 0.12;

/** A line is walked along once, by so many pixels; what there is of its edge on any stretch is a difference of sums. */
const walkPx = 2;

/** Sums along a line up to each station: stations in the picture, those where its edge is there, and their steps. */
type Walk = { fromPx: number; inside: Float64Array; seen: Float64Array; steps: Float64Array };

function walked(slopes: Slopes, lightness: Plane, line: Line): Walk {
  const { width, height } = slopes;
  const { nx, ny, offset } = line;
  const fromPx = -Math.hypot(width, height);
  const stations = Math.ceil((-2 * fromPx) / walkPx);
  const inside = new Float64Array(stations + 1);
  const seen = new Float64Array(stations + 1);
  const steps = new Float64Array(stations + 1);
  for (let k = 0; k < stations; k++) {
    const along = fromPx + (k + 0.5) * walkPx;
    const x = nx * offset - ny * along;
    const y = ny * offset + nx * along;
    const isIn = x >= 1 && y >= 1 && x < width - 1 && y < height - 1;
    const step = isIn ? stepAt(slopes, lightness, line, x, y) : 0;
    inside[k + 1] = inside[k] + Number(isIn);
    seen[k + 1] = seen[k] + Number(step !== 0);
    steps[k + 1] = steps[k] + step;
  }
  return { fromPx, inside, seen, steps };
}

function stretch({ fromPx, inside, seen, steps }: Walk, { nx, ny }: Line, a: Point, b: Point): Stretch {
  const stationOf = ({ x, y }: Point) => (nx * y - ny * x - fromPx) / walkPx;
  const [one, other] = [stationOf(a), stationOf(b)];
  const [low, high] = [Math.min(one, other), Math.max(one, other)];
  const beyond = Math.max(2, past * (high - low));
  const within = (sums: Float64Array, start: number, end: number) =>
    sums[Math.min(sums.length - 1, Math.round(end))] - sums[Math.max(0, Math.round(start))];
  const there = within(seen, low, high);
  // What runs out of the photograph cannot be seen, but most of a side must be in it.
  const shown = within(inside, low, high);
  if (shown < 0.6 * (high - low) || there === 0) return { seen: 0, step: 0, goesOn: 0 };
  const on = within(seen, low - beyond, high + beyond) - there;
  return { seen: there / shown, step: within(steps, low, high) / there, goesOn: on / (2 * beyond) };
}

/** The step of lightness across a line at a place of it, or 0 where no such edge is there. */
function stepAt(slopes: Slopes, lightness: Plane, { nx, ny }: Line, x: number, y: number): number {
  for (let off = -beside; off <= beside; off++) {
    const column = Math.floor(x + off * nx);
    const row = Math.floor(y + off * ny);
    if (column < 1 || row < 1 || column >= slopes.width - 1 || row >= slopes.height - 1) continue;
    const i = row * slopes.width + column;
    const along = slopes.x[i] * nx + slopes.y[i] * ny;
    if (along > faintest && along > aligned * slopes.size[i]) {
      // A drawn line rises on one side and falls on the other; a side of a sheet stays up.
      const inner = sampleAt(lightness, x + acrossPx * nx, y + acrossPx * ny);
      const outer = sampleAt(lightness, x - acrossPx * nx, y - acrossPx * ny);
      return Math.max(0, inner - outer - minStep) && inner - outer;
    }
  }
  return 0;
}
