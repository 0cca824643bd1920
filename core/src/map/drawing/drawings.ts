import { lightnessPlane } from '../../colour/index.js';
import { luminanceOfWindow, type Picture, type PixelWindow, type Plane } from '../../raster/index.js';
import {
  findDarknessLimit,
  findStrokes,
  joinStrokes,
  tellDrawing,
  tellStrokes,
  type FoundStrokes,
  type KnownStroke,
  type MeasuredStroke,
  type ToldPicture,
} from '../../strokes/index.js';
import type { Placement } from '../document/index.js';
import { maxWorkingPixels } from '../reading/index.js';
import { keyOf, Stage } from '../stage.js';
import type { SettingsOf } from '../stage-settings.js';

/** A drawing is read at so many pixels a mm, about three on the width of a stroke: finer says no more of where it runs. */
const strokePxPerMm = 6;

/** Whether a picture is a drawing is told on so many pixels a mm. */
const tellingPxPerMm = 3;

/** The part of a picture that is used, and where it lies on the surface. */
export type DrawingSource = {
  picture: Picture;
  pictureKey: string;
  window: PixelWindow;
  placement: Placement;
};

/** The strokes of a drawing, told by what they are there for, in pixels of the raster they were found on. */
export type DrawingRead = {
  strokes: KnownStroke[];
  /** Lines darker than this share of the drawing's were taken. */
  darkerThan: number;
  raster: { width: number; height: number; pxPerMm: number };
};

/** Reads drawings, and remembers what it read. */
export class Drawings {
  private readonly told = new Stage<ToldPicture>();
  private readonly found = new Stage<{ found: FoundStrokes; raster: DrawingRead['raster'] }>();
  private readonly joined = new Stage<MeasuredStroke[]>();

  /** What a picture is: told by its tones, or as the painter says. */
  tell(source: DrawingSource, { reference }: SettingsOf<'telling'>): ToldPicture {
    if (reference !== 'auto') return { kind: reference, certainty: 1 };
    const { plane, pxPerMm } = sizeOf(source, tellingPxPerMm);
    return this.told.get(sourceKey(source), () => tellDrawing(plane(), pxPerMm));
  }

  /** The strokes of a drawing. */
  read(source: DrawingSource, settings: SettingsOf<'drawing'>): DrawingRead {
    const { plane, width, height, pxPerMm } = sizeOf(source, strokePxPerMm);
    const key = sourceKey(source);
    const { found, raster } = this.found.get(key, () => ({
      found: findStrokes(plane(), pxPerMm),
      raster: { width, height, pxPerMm },
    }));
    const joinPx = settings.joinEndsMm * pxPerMm;
    const joined = this.joined.get(keyOf(key, settings.joinEndsMm), () => joinStrokes(found, joinPx));
    const darkerThan = settings.darkerThan ?? findDarknessLimit(joined);
    return { strokes: tellStrokes(joined, darkerThan), darkerThan, raster };
  }
}

const sourceKey = ({ pictureKey, window, placement: { frame } }: DrawingSource) =>
  keyOf(pictureKey, window, frame.width, frame.height);

/** The raster a drawing is looked at on, no finer than asked nor than the picture is; read when wanted. */
function sizeOf({ picture, window, placement: { frame } }: DrawingSource, finest: number) {
  const own = Math.max(window.width / frame.width, window.height / frame.height);
  const most = Math.sqrt(maxWorkingPixels / (frame.width * frame.height));
  const wanted = Math.min(finest, own, most);
  const width = Math.max(1, Math.round(frame.width * wanted));
  const height = Math.max(1, Math.round(frame.height * wanted));
  const plane = (): Plane => {
    const luminance = luminanceOfWindow(picture, window, width, height);
    return { width, height, data: lightnessPlane(luminance.data) };
  };
  return { plane, width, height, pxPerMm: width / frame.width };
}
