import { expose } from 'comlink';
import type { MapDocument } from '@nobrel/core/documents';
import { MapMaker, type MapProgress, type MapSettings, type Placement } from '@nobrel/core/map';
import type { Picture, PixelWindow } from '@nobrel/core/raster';

/** What the page asks of the worker. */
export type MapOrder = {
  /** Where the picture's master is fetched, and its upright size as stored. */
  pictureUrl: string;
  pictureSize: { width: number; height: number };
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
let held: { url: string; picture: Picture } | null = null;
let newest = 0;

/** Lets a newer order or a stop come in. */
const pause = () => new Promise<void>((resolve) => setTimeout(resolve, 0));

async function pictureAt(url: string): Promise<Picture> {
  if (held?.url === url) return held.picture;
  const response = await fetch(url);
  if (!response.ok) throw new Error('The picture could not be fetched.');
  const bitmap = await createImageBitmap(await response.blob(), { colorSpaceConversion: 'none' });
  const { width, height } = bitmap;
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser cannot read pictures in the background.');
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  const picture: Picture = {
    width,
    height,
    channels: 4,
    data: context.getImageData(0, 0, width, height).data,
  };
  held = { url, picture };
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
    const picture = await pictureAt(order.pictureUrl);
    // The master may be smaller than the picture as it came.
    const shrink = picture.width / order.pictureSize.width;
    const { x, y, width, height } = order.window;
    const request = {
      picture,
      pictureKey: order.pictureUrl,
      window: { x: x * shrink, y: y * shrink, width: width * shrink, height: height * shrink },
      placement: order.placement,
      settings: order.settings,
    };
    const preview = await follow(previewMaker, { ...request, detail: previewDetail }, own, () => undefined);
    if (preview) report({ kind: 'preview', map: preview });
    const map = await follow(maker, request, own, (progress) => report({ kind: 'progress', progress }));
    // The document speaks of the picture as stored, not of the master.
    return map && { ...map, settings: { ...map.settings, crop: order.window } };
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
