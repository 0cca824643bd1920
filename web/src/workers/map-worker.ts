import { expose } from 'comlink';
import type { MapDocument } from '@nobrel/core/documents';
import type { Point, Rect } from '@nobrel/core/geometry';
import {
  MapMaker,
  type Course,
  type MapProgress,
  type MapSettings,
  type StrokeFound,
  type TonesFound,
  type TriedCleanUp,
} from '@nobrel/core/map';
import { makeInSteps, OrderedPictures, type MapOrder } from './map-orders.js';

/** What the worker tells along the way. */
export type Tell = (progress: MapProgress) => void;

const maker = new MapMaker();
const detailedMaker = maker.forOtherDetail();
const pictures = new OrderedPictures();
let newest = 0;
let frame: Rect | null = null;

/** A map under way: one that was begun ahead is joined by whoever comes to want it. */
type UnderWay = { order: string; map: Promise<MapDocument | null>; tell: Tell[] };
let underWay: UnderWay | null = null;

/** Makes a map for as long as no newer order or a stop comes in. */
async function makeMap(by: MapMaker, order: MapOrder, own: number, tell?: Tell): Promise<MapDocument | null> {
  const request = await pictures.requestFor(order);
  frame = request.placement.frame;
  return makeInSteps(by, request, () => own === newest, tell);
}

const work = {
  /**
   * Makes a map, or joins the one that is being made of the same.
   *
   * @returns the map, or null when it was stopped or a newer order came in
   */
  make(order: MapOrder, tell: Tell): Promise<MapDocument | null> {
    const key = JSON.stringify(order);
    if (underWay?.order === key) {
      underWay.tell.push(tell);
      return underWay.map;
    }
    const own: UnderWay = { order: key, map: Promise.resolve(null), tell: [tell] };
    own.map = makeMap(maker, order, ++newest, (progress) => {
      for (const hear of own.tell) hear(progress);
    }).finally(() => {
      if (underWay === own) underWay = null;
    });
    underWay = own;
    return own.map;
  },

  /** Reads a picture whose map is kept already, so that its tones are known and edges can be followed. */
  async ready(order: MapOrder): Promise<boolean> {
    return (await makeMap(maker, order, newest)) !== null;
  },

  /**
   * The map with every contour and shape there is, for looking at more or less of it; null when a newer order came in.
   */
  detailed(order: MapOrder): Promise<MapDocument | null> {
    const settings = { ...order.settings, detail: 1, minutes: null };
    return makeMap(detailedMaker, { ...order, settings }, newest);
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

expose(work);
