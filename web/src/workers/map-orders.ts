import type { MapDocument } from '@nobrel/core/documents';
import type { Rect } from '@nobrel/core/geometry';
import type { Correction, MapMaker, MapProgress, MapRequest, MapSettings, Placement } from '@nobrel/core/map';
import type { Picture, PixelWindow } from '@nobrel/core/raster';
import { preparationOf, type PictureSize, type Squaring } from '@nobrel/core/reference';
import { drawPrepared, masterOf, type PictureOrder } from './masters.js';

/** What the page asks the makers of maps for. */
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

/** Reads the pictures that maps are ordered of: the last one is kept while orders go on about it. */
export class OrderedPictures {
  private held: { key: string; picture: Promise<Picture> } | null = null;

  /** @param maxWindowPx the part that is used is read no larger than this, on its long side */
  constructor(private readonly maxWindowPx = Infinity) {}

  /**
   * The request an order makes of `core`, over the prepared picture.
   *
   * @throws Error with a sentence when the picture cannot be fetched or read
   */
  async requestFor(order: MapOrder): Promise<MapRequest> {
    const { placement, settings, corrections, wholeAt } = order;
    const { x, y, width, height } = order.window;
    const wanted = Math.min(1, this.maxWindowPx / Math.max(width, height));
    const pictureKey = JSON.stringify([order.picture.hash, order.squaring, wanted]);
    const picture = await this.prepared(pictureKey, order, wanted);
    // What was read may be smaller than the picture as it came.
    const shrink = picture.width / preparationOf(order.picture, order.squaring).width;
    const window = { x: x * shrink, y: y * shrink, width: width * shrink, height: height * shrink };
    return { picture, pictureKey, window, placement, settings, corrections, wholeAt };
  }

  /** The prepared picture, read once for all who ask. */
  private prepared(key: string, { picture: stored, squaring }: MapOrder, shrink: number): Promise<Picture> {
    if (this.held?.key === key) return this.held.picture;
    const { width, height } = preparationOf(stored, squaring);
    const picture = masterOf(stored, shrink < 1 ? sizedBy(stored, shrink) : null).then((master) =>
      drawPrepared(master, stored, squaring, shrink * Math.max(width, height)),
    );
    this.held = { key, picture };
    // A picture that could not be read is asked for anew the next time.
    picture.catch(() => {
      if (this.held?.picture === picture) this.held = null;
    });
    return picture;
  }
}

const sizedBy = ({ width, height }: PictureSize, shrink: number): PictureSize => ({
  width: Math.max(1, Math.round(width * shrink)),
  height: Math.max(1, Math.round(height * shrink)),
});

/** Lets a newer order or a stop come in. */
const pause = () => new Promise<void>((resolve) => setTimeout(resolve, 0));

/**
 * Makes a map step by step.
 *
 * @param isWanted asked before every step
 * @returns the map, or null once it was no longer wanted
 */
export async function makeInSteps(
  maker: MapMaker,
  request: MapRequest,
  isWanted: () => boolean,
  tell: (progress: MapProgress) => void = () => undefined,
): Promise<MapDocument | null> {
  const steps = maker.steps(request);
  for (;;) {
    await pause();
    if (!isWanted()) return null;
    const step = steps.next();
    if (step.done) return step.value;
    tell(step.value);
  }
}
