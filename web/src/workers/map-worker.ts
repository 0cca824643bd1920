import { expose } from 'comlink';
import type { MapDocument } from '@nobrel/core/documents';
import { MapMaker, type MapProgress, type MapSettings, type Placement } from '@nobrel/core/map';
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
};

/** What the worker tells along the way. */
export type MapReport = { kind: 'progress'; progress: MapProgress } | { kind: 'preview'; map: MapDocument };

/** Share of the full resolution of the quick first look. */
const previewDetail = 0.25;

const maker = new MapMaker();
const previewMaker = new MapMaker();
let held: { key: string; picture: Picture } | null = null;
let newest = 0;

/** Lets a newer order or a stop come in. */
const pause = () => new Promise<void>((resolve) => setTimeout(resolve, 0));

/** The prepared picture at its full size, kept while orders go on about it. */
async function prepared(key: string, order: MapOrder): Promise<Picture> {
  if (held?.key === key) return held.picture;
  const { width, height } = preparationOf(order.picture, order.squaring);
  const master = await masterOf(order.picture);
  const picture = drawPrepared(master, order.picture, order.squaring, Math.max(width, height));
  held = { key, picture };
  return picture;
}

const work = {
  /**
   * Makes a map: a quick look first when the picture has to be looked at anew, then the full one.
   *
   * @returns the map, or null when it was stopped or a newer order came in
   */
  async make(order: MapOrder, report: (report: MapReport) => void): Promise<MapDocument | null> {
    const own = ++newest;
    const pictureKey = JSON.stringify([order.picture.hash, order.squaring]);
    const picture = await prepared(pictureKey, order);
    // The master may be smaller than the picture as it came.
    const shrink = picture.width / preparationOf(order.picture, order.squaring).width;
    const { x, y, width, height } = order.window;
    const request = {
      picture,
      pictureKey,
      window: { x: x * shrink, y: y * shrink, width: width * shrink, height: height * shrink },
      placement: order.placement,
      settings: order.settings,
    };
    const preview = await follow(previewMaker, { ...request, detail: previewDetail }, own, () => undefined);
    if (preview) report({ kind: 'preview', map: preview });
    return follow(maker, request, own, (progress) => report({ kind: 'progress', progress }));
  },

  /** Stops whatever is being made. */
  stop(): void {
    newest++;
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
