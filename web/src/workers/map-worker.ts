import { expose } from 'comlink';
import type { MapDocument } from '@nobrel/core/documents';
import type { Point, Rect } from '@nobrel/core/geometry';
import {
  MapMaker,
  type Correction,
  type Course,
  type MapProgress,
  type MapSettings,
  type Placement,
  type StrokeFound,
  type TonesFound,
  type TriedCleanUp,
} from '@nobrel/core/map';
import type { Picture, PixelWindow } from '@nobrel/core/raster';
import { preparationOf, type Squaring } from '@nobrel/core/reference';
import { drawPrepared, masterOf, type PictureOrder } from './masters.js';

/** What the page asks of the worker. */
export type MapOrder = {
  picture: PictureOrder;
  squaring: Squaring;
  /** The part that is used, in pixels of the prepared picture. */
  window: PixelWindow;
  placement: Placement;
  settings: MapSettings;
  corrections: readonly Correction[];
  /** Where the whole picture lies on the surface, mm. */
  wholeAt: Rect;
};

/** What the worker tells along the way. */
export type MapReport = { kind: 'progress'; progress: MapProgress } | { kind: 'preview'; map: MapDocument };

/** Working pixels taken as one each way for the quick first look. */
const previewCoarser = 4;

const maker = new MapMaker();
const previewMaker = maker.forQuickLooks();
const detailedMaker = maker.forOtherDetail();
let held: { key: string; picture: Promise<Picture> } | null = null;
let newest = 0;
/** What the quick look was last made from; a change by hand or of the time needs none. */
let looked = '';
let frame: Rect | null = null;

/** Lets a newer order or a stop come in. */
const pause = () => new Promise<void>((resolve) => setTimeout(resolve, 0));

/** The prepared picture at its full size, kept while orders go on about it; read once for all who ask. */
function prepared(key: string, order: MapOrder): Promise<Picture> {
  if (held?.key === key) return held.picture;
  const { width, height } = preparationOf(order.picture, order.squaring);
  const picture = masterOf(order.picture).then((master) =>
    drawPrepared(master, order.picture, order.squaring, Math.max(width, height)),
  );
  held = { key, picture };
  // A picture that could not be read is asked for anew the next time.
  picture.catch(() => {
    if (held?.picture === picture) held = null;
  });
  return picture;
}

/** The request of an order, over the prepared picture, and what its quick look is made from. */
async function requestFor(order: MapOrder) {
  const pictureKey = JSON.stringify([order.picture.hash, order.squaring]);
  const picture = await prepared(pictureKey, order);
  // The master may be smaller than the picture as it came.
  const shrink = picture.width / preparationOf(order.picture, order.squaring).width;
  const { x, y, width, height } = order.window;
  const { placement, settings, corrections, wholeAt } = order;
  const window = { x: x * shrink, y: y * shrink, width: width * shrink, height: height * shrink };
  frame = placement.frame;
  return {
    request: { picture, pictureKey, window, placement, settings, corrections, wholeAt },
    look: JSON.stringify([pictureKey, window, placement, { ...settings, minutes: null }]),
  };
}

/** A map under way: one that was begun ahead is joined by whoever comes to want it. */
type UnderWay = {
  order: string;
  map: Promise<MapDocument | null>;
  tell: ((report: MapReport) => void)[];
  preview: MapReport | null;
};
let underWay: UnderWay | null = null;

/** Makes a map: a quick look first when the picture has to be looked at anew, then the full one. */
async function makeMap(order: MapOrder, tell: (report: MapReport) => void): Promise<MapDocument | null> {
  const own = ++newest;
  const { request, look } = await requestFor(order);
  if (look !== looked) {
    const preview = await follow(previewMaker, { ...request, coarser: previewCoarser }, own, () => undefined);
    if (preview) tell({ kind: 'preview', map: preview });
  }
  const map = await follow(maker, request, own, (progress) => tell({ kind: 'progress', progress }));
  if (map) looked = look;
  return map;
}

const work = {
  /**
   * Makes a map, or joins the one that is being made of the same.
   *
   * @returns the map, or null when it was stopped or a newer order came in
   */
  make(order: MapOrder, report: (report: MapReport) => void): Promise<MapDocument | null> {
    const key = JSON.stringify(order);
    if (underWay?.order === key) {
      underWay.tell.push(report);
      if (underWay.preview) report(underWay.preview);
      return underWay.map;
    }
    const own: UnderWay = { order: key, map: Promise.resolve(null), tell: [report], preview: null };
    own.map = makeMap(order, (told) => {
      if (told.kind === 'preview') own.preview = told;
      for (const tell of own.tell) tell(told);
    }).finally(() => {
      if (underWay === own) underWay = null;
    });
    underWay = own;
    return own.map;
  },

  /** Reads a picture whose map is kept already, so that its tones are known and edges can be followed. */
  async ready(order: MapOrder): Promise<boolean> {
    const own = newest;
    const { request } = await requestFor(order);
    return (await follow(maker, request, own, () => undefined)) !== null;
  },

  /**
   * The map with every contour and shape there is, for looking at more or less of it; null when a newer order came in.
   */
  async detailed(order: MapOrder): Promise<MapDocument | null> {
    const own = newest;
    const { request } = await requestFor(order);
    const settings = { ...request.settings, detail: 1, minutes: null };
    return follow(detailedMaker, { ...request, settings }, own, () => undefined);
  },

  /** Lengths of the contours of the picture last mapped at even steps of detail, mm. */
  contourLengths(steps: number): number[] | null {
    return maker.things.contourLengths(steps);
  },

  /**
   * The outline of the thing at a spot, mm, and which step it is from its smallest part to the whole picture.
   *
   * @param walk steps up (positive) or down from the region at this detail
   */
  thingAt(at: Point, detail: number, walk: number): { outline: Point[]; rank: number; ranks: number } | null {
    if (!frame) return null;
    const { x, y, width, height } = frame;
    const found = maker.things.at((at.x - x) / width, (at.y - y) / height, detail, walk);
    if (!found) return null;
    const { outline, rank, ranks } = found;
    return {
      outline: Array.from({ length: outline.length / 2 }, (_, i) => ({
        x: x + (outline[2 * i] ?? 0) * width,
        y: y + (outline[2 * i + 1] ?? 0) * height,
      })),
      rank,
      ranks,
    };
  },

  /** The tones of the picture last mapped, for a histogram. */
  tones(): TonesFound | null {
    return maker.tonesFound();
  },

  /** Everything found in the drawing last mapped, what was left out too; null before the first. */
  strokes(): StrokeFound[] | null {
    return maker.strokesFound();
  },

  /** What each way of cleaning up does to the drawing last mapped, or would do; null before the first. */
  cleanUps(settings: MapSettings): TriedCleanUp[] | null {
    return maker.tryCleanUps(settings);
  },

  /**
   * Runs a line along the strongest edge, or down the middle of something thin, between two spots.
   *
   * @returns points in mm from one to the other
   */
  run(from: Point, to: Point, course: Course): Point[] {
    const follower = maker.edgeFollower();
    if (!follower || !frame) return [from, to];
    const { x, y } = frame;
    const scale = follower.pxPerMm;
    const toPx = (point: Point) => ({ x: (point.x - x) * scale, y: (point.y - y) * scale });
    const path = follower.path(toPx(from), toPx(to), course);
    return Array.from({ length: path.length / 2 }, (_, i) => ({
      x: x + (path[2 * i] ?? 0) / scale,
      y: y + (path[2 * i + 1] ?? 0) / scale,
    }));
  },

  /** The spot of strongest edge within some millimetres of a spot. */
  snap(at: Point, withinMm: number): Point {
    const follower = maker.edgeFollower();
    if (!follower || !frame) return at;
    const scale = follower.pxPerMm;
    const spot = follower.snap(
      { x: (at.x - frame.x) * scale, y: (at.y - frame.y) * scale },
      withinMm * scale,
      'edge',
    );
    return { x: frame.x + spot.x / scale, y: frame.y + spot.y / scale };
  },

  /** Stops whatever is being made. */
  stop(): void {
    newest++;
    underWay = null;
  },
};
export type MapWorker = typeof work;

async function follow(
  by: MapMaker,
  request: Parameters<MapMaker['steps']>[0],
  own: number,
  tell: (progress: MapProgress) => void,
): Promise<MapDocument | null> {
  const steps = by.steps(request);
  for (;;) {
    await pause();
    if (own !== newest) return null;
    const step = steps.next();
    if (step.done) return step.value;
    tell(step.value);
  }
}

expose(work);
