import type { MapDocument } from '../documents/index.js';
import type { Picture, PixelWindow, Plane } from '../raster/index.js';
import { assembleMap, drawArcs, drawDetails, type DrawnArc, type Placement } from './assemble.js';
import { solveJunctions } from './junctions.js';
import { locateArc, type LocatedArc } from './locate.js';
import { mergeRegions } from './merge.js';
import { outside, planarMap, type PlanarMap } from './planar-map.js';
import { quiet } from './quiet.js';
import { findRegions, type Regions } from './regions.js';
import type { MapSettings } from './settings.js';
import { findSlopes, type Slopes } from './slopes.js';
import { findThinLines, type ThinLine } from './thin-lines.js';
import { bestSeparation, lightnessHistogram } from './values.js';
import { workingRaster, workingSize, type WorkingRaster } from './working-raster.js';

/** Everything a map is made from. */
export type MapRequest = {
  picture: Picture;
  /** Names the picture, so that equal pictures need not be compared. */
  pictureKey: string;
  /** The part of the picture that is used, in its pixels. */
  window: PixelWindow;
  placement: Placement;
  settings: MapSettings;
  /** Share of the full resolution: 1, or less for a quick preview. */
  detail?: number;
};

/** Where the work stands, for a progress display. */
export type MapProgress = { stage: string; share: number };

/** Highlights and darkest accents are kept down to this share of the smallest shape. */
const accentShare = 0.25;

/** A thin line nearer than this to a boundary is that boundary's own, mm. */
const besideMm = 1;
/** Thin lines shorter than this are specks, mm. */
const shortestDetailMm = 5;
/** Thin lines must stand out from both sides by this much (L\*). */
const detailStandsOut = 5;

/** Arcs located between two reports of progress. */
const arcsPerReport = 200;

type Held<T> = { key: string; value: T };

/**
 * Makes maps and remembers every stage by what went into it, so that a changed decision computes only what
 * follows from it. Equal requests give equal documents.
 */
export class MapMaker {
  private raster: Held<WorkingRaster> | null = null;
  private quieted: Held<{ plane: Plane; slopes: Slopes; histogram: Float64Array }> | null = null;
  private regions: Held<{ regions: Regions; levelLightness: number[] }> | null = null;
  private located: Held<{ map: PlanarMap; arcs: LocatedArc[] }> | null = null;
  private thin: Held<ThinLine[]> | null = null;
  private drawn: Held<DrawnArc[]> | null = null;

  /**
   * The map, in steps: yields progress between stages, so that a caller can let other work in or stop.
   *
   * @throws RangeError when the picture or the sizes make no sense
   */
  *steps(request: MapRequest): Generator<MapProgress, MapDocument, undefined> {
    const { settings, placement } = request;
    const { frame } = placement;
    if (!(frame.width > 0 && frame.height > 0))
      throw new RangeError('The picture has no room on the surface.');

    yield { stage: 'Reading the picture', share: 0 };
    const size = workingSize(request.window, frame.width, frame.height, settings.pencilMm, request.detail);
    const rasterKey = JSON.stringify([request.pictureKey, request.window, size]);
    const raster = (this.raster = held(this.raster, rasterKey, () =>
      workingRaster(request.picture, request.window, size),
    )).value;

    yield { stage: 'Quieting texture', share: 0.15 };
    const quietKey = JSON.stringify([rasterKey, settings.quietMm]);
    const quieted = (this.quieted = held(this.quieted, quietKey, () => {
      const plane = quiet(raster.lightness, settings.quietMm * size.pxPerMm);
      const slopes = findSlopes(plane, size.pxPerMm);
      return { plane, slopes, histogram: flatHistogram(plane, slopes) };
    })).value;

    yield { stage: 'Finding the values and shapes', share: 0.4 };
    const { pencilMm } = settings;
    const regionsKey = JSON.stringify([quietKey, settings.values, settings.minShapeMm2, pencilMm]);
    const { regions, levelLightness } = (this.regions = held(this.regions, regionsKey, () =>
      findShapes(quieted, settings, size.pxPerMm),
    )).value;

    yield { stage: 'Following the boundaries', share: 0.65 };
    if (this.located?.key !== regionsKey) {
      this.located = { key: regionsKey, value: yield* locateAll(regions, levelLightness, raster) };
    }
    const located = this.located.value;

    yield { stage: 'Looking for thin lines', share: 0.9 };
    const thin =
      settings.mode === 'values'
        ? []
        : (this.thin = held(this.thin, regionsKey, () => thinLines(raster, regions, settings.pencilMm)))
            .value;

    yield { stage: 'Drawing the lines', share: 0.95 };
    const drawnKey = JSON.stringify([regionsKey, settings.path, settings.toleranceMm, frame]);
    const drawn = (this.drawn = held(this.drawn, drawnKey, () =>
      drawArcs(located.map, located.arcs, { ...regions, pxPerMm: size.pxPerMm }, frame, settings),
    )).value;
    const details = drawDetails(thin, regions, frame, settings);
    return assembleMap(regions, located.map, drawn, details, levelLightness, placement, {
      settings,
      crop: request.window,
    });
  }

  /** The map in one go. */
  make(request: MapRequest): MapDocument {
    const steps = this.steps(request);
    for (;;) {
      const step = steps.next();
      if (step.done) return step.value;
    }
  }
}

function held<T>(cache: Held<T> | null, key: string, compute: () => T): Held<T> {
  return cache?.key === key ? cache : { key, value: compute() };
}

/** Tones of the flats only; a picture that is all slope is taken whole. */
function flatHistogram(plane: Plane, slopes: Slopes): Float64Array {
  const flat = lightnessHistogram(plane.data, slopes.onSlope);
  return flat.some((count) => count > 0) ? flat : lightnessHistogram(plane.data);
}

function findShapes(
  quieted: { plane: Plane; slopes: Slopes; histogram: Float64Array },
  settings: MapSettings,
  pxPerMm: number,
): { regions: Regions; levelLightness: number[] } {
  const limits = bestSeparation(quieted.histogram, settings.values);
  const smallest = {
    areaPx: settings.minShapeMm2 * pxPerMm * pxPerMm,
    accentShare,
    breadthPx: 2 * settings.pencilMm * pxPerMm,
  };
  const found = findRegions(quieted.plane, quieted.slopes, limits);
  const regions = mergeRegions(found, quieted.plane, smallest, limits.length + 1);
  return { regions, levelLightness: meanLightness(regions, quieted.plane, limits.length + 1) };
}

/** Thin lines away from every boundary, since those are drawn already. */
function thinLines(raster: WorkingRaster, regions: Regions, pencilMm: number): ThinLine[] {
  const reach = Math.max(2, Math.round(besideMm * raster.pxPerMm));
  return findThinLines(raster.lightness, {
    halfWidthPx: Math.max(1, pencilMm * raster.pxPerMm * 0.75),
    shortestPx: shortestDetailMm * raster.pxPerMm,
    standsOut: detailStandsOut,
    taken: nearBoundaries(regions, reach),
  });
}

/** 1 within `reach` pixels of where two regions meet: two passes of running distance, in x and then in y. */
function nearBoundaries({ width, height, label }: Regions, reach: number): Uint8Array {
  const near = new Uint8Array(label.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const meets =
        (x < width - 1 && label[i] !== label[i + 1]) || (y < height - 1 && label[i] !== label[i + width]);
      if (meets) near[i] = 1;
    }
  }
  return widened(widened(near, width, height, 1, width, reach), width, height, width, height, reach);
}

/** Spreads marks along rows (stride 1) or columns (stride width) by `reach` pixels each way. */
function widened(
  marks: Uint8Array,
  width: number,
  height: number,
  stride: number,
  length: number,
  reach: number,
): Uint8Array {
  const out = new Uint8Array(marks.length);
  const runs = (width * height) / length;
  for (let run = 0; run < runs; run++) {
    const base = stride === 1 ? run * width : run;
    let last = -Infinity;
    for (let k = 0; k < length; k++) {
      if (marks[base + k * stride]) last = k;
      if (k - last <= reach) out[base + k * stride] = 1;
    }
    last = Infinity;
    for (let k = length - 1; k >= 0; k--) {
      if (marks[base + k * stride]) last = k;
      if (last - k <= reach) out[base + k * stride] = 1;
    }
  }
  return out;
}

function meanLightness(regions: Regions, plane: Plane, levels: number): number[] {
  const sum = new Float64Array(levels);
  const count = new Float64Array(levels);
  for (let i = 0; i < plane.data.length; i++) {
    const level = regions.level[regions.label[i]];
    sum[level] += plane.data[i];
    count[level]++;
  }
  // A value whose every shape was merged away keeps a place between its neighbours.
  return Array.from(sum, (total, level) =>
    count[level] > 0 ? total / count[level] : (100 * (level + 0.5)) / levels,
  );
}

/** Locates every arc, reporting progress. */
function* locateAll(
  regions: Regions,
  levelLightness: readonly number[],
  raster: WorkingRaster,
): Generator<MapProgress, { map: PlanarMap; arcs: LocatedArc[] }, undefined> {
  const map = planarMap(regions);
  const arcs: LocatedArc[] = [];
  for (const [index, arc] of map.arcs.entries()) {
    if (index % arcsPerReport === arcsPerReport - 1) {
      yield { stage: 'Following the boundaries', share: 0.65 + (0.3 * index) / map.arcs.length };
    }
    arcs.push(
      arc.left === outside || arc.right === outside
        ? { points: Float64Array.from(arc.points), contrast: 0, softnessPx: 0 }
        : locateArc(arc, raster.luminance, regions, levelLightness, raster.pxPerMm),
    );
  }
  solveJunctions(map, arcs, regions.width, regions.height);
  return { map, arcs };
}
