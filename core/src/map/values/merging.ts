import { absorb, difference, type RegionGraph } from './region-graph.js';

/** What makes a shape too small to draw. */
export type SmallestShape = {
  areaPx: number;
  /** Highlights and darkest accents matter out of proportion to their size: they keep this share of it. */
  accentShare: number;
  /** A shape that is nowhere wider than this cannot be drawn as a shape. */
  widthPx: number;
  /** Neighbours of one value stay apart when their colours differ by more than this (ΔE2000), or null. */
  colourSplit: number | null;
  /** Whether things of one value that touch are one shape, as they are seen; otherwise their contour parts them. */
  asSeen: boolean;
  /** What a pixel of boundary between two values within one thing must earn (L\*² · pixels²). */
  calm: number;
  /** How much the contour between two things matters, 0–1. */
  strength: (one: number, other: number) => number;
};

/** Why a region became part of another. */
export type JoinReason = 'same value' | 'too alike' | 'too small' | 'too narrow';

/** A region that became part of a shape. Lengths in pixels of the regions' raster. */
export type Join = {
  /** The shape it is part of now. */
  region: number;
  because: JoinReason;
  areaPx: number;
  /** How different the two looked (ΔL\*, or ΔE2000 where colours count). */
  difference: number;
  /** Its middle. */
  x: number;
  y: number;
};

/** Perimeter² over area from which a shape is a strip: about one to eight; a square has 16. */
const slenderFrom = 40;

/** Strips narrower than this many smallest widths are too narrow. */
export const slenderWidths = 1.15;

/** A part of a thing that differs less than this from a neighbour does not stand out (ΔE2000) … */
const standsOutFrom = 8;

/** … and must be this many times as large as the smallest shape. */
const alikeShare = 1.3;

/**
 * Giving a region to another thing counts as this much more of a difference (L\*), and the stronger the contour between
 * the two, the more.
 */
const otherThing = { least: 12, byStrength: 20 };

/** Length of a curve by the cracks between pixels it runs along, on the average over all directions: π / 4. */
const crackLength = 0.785;

/**
 * A boundary across a narrow thing parts it like the rung of a ladder: no longer than this many smallest widths and than
 * this share of the way round either part, between parts that differ by less than this (ΔE2000; best on rendered scenes).
 */
const rung = { widths: 4, share: 0.2, difference: 6 };

/** A border all round makes a neighbour seem this much more alike than one that barely touches. */
const borderShare = 0.5;

/** Regions being joined, each join with its reason. */
export class Merging {
  readonly joins: (Omit<Join, 'region'> & { into: number })[] = [];
  private readonly coloured: boolean;

  constructor(
    readonly graph: RegionGraph,
    private readonly smallest: SmallestShape,
    private readonly brightest: number,
  ) {
    this.coloured = smallest.colourSplit !== null;
  }

  /** Makes one region of two; the one kept keeps its value and its thing. */
  private join(keep: number, give: number, because: JoinReason): void {
    const { graph } = this;
    const area = graph.area[give];
    this.joins.push({
      into: keep,
      because,
      areaPx: area,
      difference: difference(graph, keep, give, this.coloured),
      x: graph.sumX[give] / area,
      y: graph.sumY[give] / area,
    });
    absorb(graph, keep, give);
  }

  /** Joins a region with every neighbour of its own value, since adjoining things of one value are one shape. */
  joinAlike(region: number): number {
    const { graph, smallest } = this;
    for (;;) {
      let alike = -1;
      for (const other of graph.border[region].keys()) {
        if (graph.level[other] !== graph.level[region] || (alike !== -1 && other > alike)) continue;
        const otherOnes = graph.thing[other] !== graph.thing[region];
        const apart = otherOnes
          ? !smallest.asSeen ||
            (smallest.colourSplit !== null && difference(graph, region, other, true) > smallest.colourSplit)
          : false;
        if (!apart) alike = other;
      }
      if (alike === -1) return region;
      const larger = graph.border[region].size >= graph.border[alike].size;
      const [keep, give] = larger ? [region, alike] : [alike, region];
      this.join(keep, give, 'same value');
      region = keep;
    }
  }

  /**
   * The value a part of a thing had better have, for calm: one of a neighbouring part's, when the tones it has are
   * worth less than the boundary it costs (the Potts model, minimised part by part).
   *
   * @returns the neighbour it should be one with, or −1
   */
  calmer(region: number, lightness: readonly number[]): number {
    const { graph, smallest } = this;
    const own = graph.level[region];
    const gain = new Map<number, { border: number; with: number }>();
    for (const [other, border] of graph.cost[region]) {
      if (graph.level[other] === own || (!smallest.asSeen && graph.thing[other] !== graph.thing[region]))
        continue;
      const level = graph.level[other];
      const known = gain.get(level);
      if (known) known.border += border;
      else gain.set(level, { border, with: other });
    }
    let best = -1;
    let least = 0;
    for (const [level, { border, with: other }] of gain) {
      const [a, b] = [lightness[own], lightness[level]];
      // Σ (t − b)² − (t − a)² over the part, from the sum of its tones.
      const worse = (b * b - a * a) * graph.area[region] - 2 * (b - a) * graph.sum[region];
      const change = worse - smallest.calm * crackLength * border;
      if (change < least) {
        least = change;
        best = other;
      }
    }
    return best;
  }

  /** Joins a part of a thing with a neighbouring one, for calm. */
  calm(region: number, other: number): number {
    this.join(other, region, 'too alike');
    return this.joinAlike(other);
  }

  /** Joins a region with those it is only parted from by a rung. */
  joinOverRungs(region: number): void {
    const { border } = this.graph;
    for (;;) {
      const other = [...border[region].keys()].find((one) => this.isRung(region, one));
      if (other === undefined) return;
      this.join(region, other, 'too alike');
    }
  }

  private isRung(one: number, other: number): boolean {
    const { border, perimeter, thing, level } = this.graph;
    const length = border[one].get(other) ?? 0;
    // Two values of one thing meet where they meet.
    if (thing[one] === thing[other] && level[one] !== level[other]) return false;
    if (length > rung.widths * this.smallest.widthPx) return false;
    if (length > rung.share * Math.min(perimeter[one], perimeter[other])) return false;
    return difference(this.graph, one, other, true) < rung.difference;
  }

  /** Why a region cannot be drawn as a shape of its own, or null when it can. */
  fault(region: number): JoinReason | null {
    const { graph, smallest } = this;
    const level = graph.level[region];
    const whole = this.isWhole(region);
    const alike = whole && this.minDifference(region) < standsOutFrom;
    // What stands out of all around it matters beyond its size, as highlights and darkest accents do.
    const accent = (level === 0 || level === this.brightest || whole) && !alike;
    const least = accent ? smallest.accentShare : alike ? alikeShare : 1;
    if (graph.area[region] < smallest.areaPx * least) return 'too small';
    const width = 2 * graph.halfWidth[region];
    if (width < smallest.widthPx * (accent ? Math.sqrt(smallest.accentShare) : 1)) return 'too narrow';
    // A strip would be outlined on both sides and end up too thick: it is a line, not a shape.
    const slender = graph.perimeter[region] ** 2 > slenderFrom * graph.area[region];
    if (slender && width < slenderWidths * smallest.widthPx) return 'too narrow';
    // A strip of that mean breadth between a darker and a lighter shape is only their blend.
    if (accent || (2 * graph.area[region]) / graph.perimeter[region] >= smallest.widthPx) return null;
    let darker = false;
    let lighter = false;
    for (const other of graph.border[region].keys()) {
      if (graph.level[other] < level) darker = true;
      if (graph.level[other] > level) lighter = true;
    }
    return darker && lighter ? 'too narrow' : null;
  }

  private isWhole(region: number): boolean {
    const { thing, border } = this.graph;
    for (const other of border[region].keys()) if (thing[other] === thing[region]) return false;
    return true;
  }

  /** How different a region looks from the neighbour it resembles most, ΔE2000. */
  private minDifference(region: number): number {
    const { graph } = this;
    let least = Infinity;
    for (const other of graph.border[region].keys())
      least = Math.min(least, difference(graph, region, other, true));
    return least;
  }

  /** Gives a region to the neighbour it resembles most, a longer border counting for it. */
  giveAway(region: number, because: JoinReason): number | null {
    const { graph } = this;
    let best = -1;
    let least = Infinity;
    for (const [other, shared] of graph.border[region]) {
      const cost =
        (difference(graph, region, other, this.coloured) + this.otherness(region, other)) *
        (1 - (borderShare * shared) / graph.perimeter[region]);
      if (cost < least) {
        best = other;
        least = cost;
      }
    }
    if (best === -1) return null;
    this.join(best, region, because);
    return this.joinAlike(best);
  }

  /** What giving a region to a neighbour costs beyond what they differ (L\*). */
  private otherness(region: number, other: number): number {
    const { asSeen, strength } = this.smallest;
    const [one, another] = [this.graph.thing[region], this.graph.thing[other]];
    if (asSeen || one === another) return 0.01;
    return otherThing.least + otherThing.byStrength * strength(one, another);
  }
}
