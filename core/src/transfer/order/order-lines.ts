import { seeded } from '../../camera/index.js';
import { isTraced, type MapDocument } from '../../documents/index.js';
import { nearestFirst } from './first-order.js';
import { Improver, type Stretch } from './improve.js';
import { neighboursOf, type Neighbours } from './neighbours.js';
import {
  linesUnderPalm,
  palmCrossings,
  palmDirection,
  pairsUnderEachOther,
  palmTable,
  type Hand,
  type PalmWeights,
  type UnderPalm,
} from './palm.js';
import { likelyFocus, middleOf, orderSchoolModules, type OrderSchool } from './schools.js';
import { joinedMm, type OrderedLine } from './sections.js';
import { StartingPoints } from './starting-points.js';
import { Tour } from './tour.js';
import { tracedLinesOf, type TracedLines } from './traced-lines.js';

export const lineMaterials = ['graphite', 'charcoal', 'chalk'] as const;
export type LineMaterial = (typeof lineMaterials)[number];

/**
 * How much more way than the shortest a hand goes to keep off what is traced, as a share, and what it takes one rest on
 * a line for at first, in mean ways from line to line. Graphite shines but stays, charcoal wipes away, chalk and
 * pastel lie loose. Even a third more than the shortest is a twentieth or less of the way of the map's own order.
 */
const palmsWorth: Readonly<Record<LineMaterial, { moreWay: number; palmWays: number }>> = {
  graphite: { moreWay: 0.3, palmWays: 2 },
  charcoal: { moreWay: 0.6, palmWays: 4 },
  chalk: { moreWay: 1, palmWays: 8 },
};

/** So much more way is nothing at all, mm: a hand goes it in under two seconds. Drawings of few lines are short anyway. */
const freeMm = 400;

export type OrderOptions = {
  school: OrderSchool;
  hand: Hand;
  /** What the lines are drawn in, which says how easily a hand smears them. */
  material: LineMaterial;
  /** How long it is looked for better ones. */
  care?: keyof typeof shakesFor;
  /** Where the picture is looked at first, mm; guessed when there is none. */
  focus?: { x: number; y: number } | null;
};

/** Every line that is traced, once, in the order it is traced in. */
export type LineOrder = {
  school: OrderSchool;
  hand: Hand;
  lines: OrderedLine[];
  /** The way of the lifted point from line to line, mm, beginning at the first. */
  travelMm: number;
  /** How often the point is lifted between the first line and the last. */
  lifts: number;
  /** How often the hand rests on a line that was traced before it. */
  palmCrossings: number;
};

/** Lines near each line that the order is improved by. */
const each = 8;
/** More lines than this nobody traces. */
const maxOrdered = 20_000;
/** More lines than this are not weighed pair by pair: no hand traces them in one piece. */
const maxWeighed = 8000;
/** How often an order is shaken, at least, for each line, and at most: for a look while one chooses, and to be kept. */
const shakesFor = {
  quick: { min: 500, each: 8, max: 1000 },
  thorough: { min: 10_000, each: 20, max: 40_000 },
} as const;
/** Breadth of the bands an order that spares traced lines begins from: within one, the palm reaches back to few. */
const bandMm = 64;

/**
 * The order in which to trace the lines of a map: by the groups of a school, and within each by the shortest way of
 * the lifted point, with the palm kept off what is traced where the school asks for that.
 *
 * @param placeOf the place each line is traced at, where a sheet is moved from place to place; places come before groups
 * @throws RangeError when a map has no line to trace, or more than anybody traces
 */
export function orderLines(
  map: MapDocument,
  options: OrderOptions,
  placeOf: ArrayLike<number> | null = null,
): LineOrder {
  const { school, hand, focus } = options;
  const traced = tracedLinesOf(map);
  const fault = orderFault(map);
  if (fault) throw new RangeError(fault);
  const under = linesUnderPalm(traced, hand);
  const { groupOf, sparesLines } = orderSchoolModules[school];
  const groupOfLine = groupOf({ map, traced, focus: focus ?? likelyFocus(traced) });
  const atPlaces = placeOf
    ? grouped(traced.lines.keys(), (line) => placeOf[line])
    : [[...traced.lines.keys()]];
  const groups = atPlaces.flatMap((own) => grouped(own, (line) => groupOfLine[line]));
  const ordering = new Ordering(traced, groups, options.care ?? 'quick');
  const tour = sparesLines ? sparingOrder(ordering, under, options) : ordering.shortest();
  return { school, hand, ...told(tour, under) };
}

/** Why a map cannot be put in order, as a sentence, or null. */
export function orderFault(map: Pick<MapDocument, 'lines'>): string | null {
  const count = map.lines.filter(isTraced).length;
  if (count === 0) return 'There are no lines to trace on this map: ask for more at Map.';
  if (count > maxOrdered)
    return `There are ${count} lines on this map, more than a hand traces (${maxOrdered}): ask for less detail at Map.`;
  return null;
}

/** The map's own order, forwards, for comparison. */
export function mapOrder(map: MapDocument, hand: Hand): Omit<LineOrder, 'school' | 'hand'> {
  const traced = tracedLinesOf(map);
  return told(new Tour(traced), linesUnderPalm(traced, hand));
}

/** How often a hand rests on a traced line at least, whatever the order. */
export const leastPalmCrossings = (map: MapDocument, hand: Hand): number =>
  pairsUnderEachOther(linesUnderPalm(tracedLinesOf(map), hand));

/** Lines by their group, first group first. */
function grouped(lines: Iterable<number>, groupOf: (line: number) => number): number[][] {
  const groups: number[][] = [];
  for (const line of lines) (groups[groupOf(line)] ??= []).push(line);
  return groups.filter((group) => group.length > 0);
}

/** Lines in groups, to be put in order. */
class Ordering {
  private readonly starts: StartingPoints;
  private readonly neighbours: Neighbours;

  constructor(
    readonly traced: TracedLines,
    readonly groups: readonly (readonly number[])[],
    private readonly care: keyof typeof shakesFor,
  ) {
    this.starts = new StartingPoints(traced);
    this.neighbours = neighboursOf(this.starts, each);
  }

  improver(tour: Tour, palm: PalmWeights | null): Improver {
    return new Improver({ tour, neighbours: this.neighbours, palm });
  }

  /** The nearest first, improved: quick, and within a tenth of what can be reached. */
  quick(groups = this.groups): Tour {
    const tour = new Tour(this.traced);
    nearestFirst(tour, this.starts, groups);
    const improver = this.improver(tour, null);
    for (const stretch of stretchesOf(groups)) improver.settle(stretch);
    return tour;
  }

  /** The shortest that is found. */
  shortest(): Tour {
    const tour = this.quick();
    this.polish(tour, null);
    return tour;
  }

  /** Improves an order by shaking it. */
  polish(tour: Tour, palm: PalmWeights | null): void {
    const improver = this.improver(tour, palm);
    const random = seeded(1);
    const shakes = shakesFor[this.care];
    const all = this.traced.lines.length;
    const whole = Math.min(shakes.max, Math.max(shakes.min, shakes.each * all));
    const stretches = stretchesOf(this.groups);
    if (palm) for (const stretch of stretches) improver.settle(stretch);
    for (const stretch of stretches) {
      const count = stretch.to - stretch.from + 1;
      improver.shake(stretch, Math.round((whole * count) / all), random);
    }
  }
}

function stretchesOf(groups: readonly (readonly number[])[]): Stretch[] {
  let from = 0;
  return groups.map((group) => {
    from += group.length;
    return { from: from - group.length, to: from - 1 };
  });
}

/**
 * An order that keeps the palm off traced lines, as far as that goes within some more way than the shortest. It begins
 * in bands across the direction from the point to the palm, the farthest from the palm first, and is improved with
 * palms counted in: dearly at first, then less and less until the way is short enough.
 */
function sparingOrder(ordering: Ordering, under: UnderPalm, options: OrderOptions): Tour {
  const { traced, groups } = ordering;
  const away = palmDirection(options.hand);
  const along = traced.points.map((points) => {
    const { x, y } = middleOf(points);
    return x * away.x + y * away.y;
  });
  const banded = groups.flatMap((group) => inBands(group, along));
  const tour = ordering.quick(banded);
  if (traced.lines.length > maxWeighed) return tour;
  const isThorough = options.care === 'thorough';
  // A quick look is not held to a share of the shortest, which need not be found first: the way in bands stands for it.
  const shortestMm = (isThorough ? ordering.shortest() : tour).travelMm();
  const { moreWay, palmWays } = palmsWorth[options.material];
  const allowedMm = Math.max((1 + moreWay) * shortestMm, shortestMm + freeMm);
  const whenSwapped = palmTable(under);
  for (const ways of isThorough ? [palmWays, palmWays / 3, palmWays / 10] : [palmWays]) {
    ordering.polish(tour, { whenSwapped, mmEach: (ways * shortestMm) / traced.lines.length });
    if (tour.travelMm() <= allowedMm) break;
  }
  return tour;
}

/** A group in bands of one breadth across a direction. */
function inBands(group: readonly number[], along: readonly number[]): number[][] {
  const low = group.reduce((least, line) => Math.min(least, along[line]), Infinity);
  return grouped(group, (line) => Math.floor((along[line] - low) / bandMm));
}

function told(tour: Tour, under: UnderPalm): Omit<LineOrder, 'school' | 'hand'> {
  const { at, startOf, traced, count } = tour;
  let lifts = 0;
  for (let k = 0; k + 1 < count; k++) if (tour.way(k, k + 1) > joinedMm) lifts++;
  return {
    lines: Array.from(at, (it) => ({
      id: traced.lines[it >> 1].id,
      reversed: (it & 1) === 1,
      start: startOf[it >> 1],
    })),
    travelMm: tour.travelMm(),
    lifts,
    palmCrossings: palmCrossings(
      under,
      at.map((it) => it >> 1),
    ),
  };
}
