import { lightnessPlane } from '../../colour/index.js';
import type { Rect } from '../../geometry/index.js';
import {
  averaged,
  luminanceOfWindow,
  median,
  type Picture,
  type PixelWindow,
  type Plane,
} from '../../raster/index.js';
import {
  evenPaper,
  findDarknessLimit,
  findRulings,
  findStrokesOfInk,
  joinStrokes,
  tellDrawing,
  tellStrokes,
  tonedShare,
  toneOf,
  type DrawingTone,
  type FoundStrokes,
  type Ink,
  type KnownStroke,
  type StrokeKind,
  type MeasuredStroke,
  type Stroke,
  type Ruling,
  type ToldPicture,
} from '../../strokes/index.js';
import type { Placement } from '../document/index.js';
import { onSurface, toPoints } from '../lines/index.js';
import { maxWorkingPixels } from '../reading/index.js';
import { keyOf, Stage } from '../stage.js';
import type { SettingsOf } from '../stage-settings.js';

/** A drawing is read at so many pixels a mm, about three on the width of a stroke: finer says no more of where it runs. */
const strokePxPerMm = 6;

/** Whether a picture is a drawing, and whether lines are printed on its paper, is told on so many pixels a mm. */
const tellingPxPerMm = 3;

/** How much tone there is can be told on so many pixels a mm. */
const toneSeenPxPerMm = 1.5;

/** The part of a picture that is used, and where it lies on the surface. */
export type DrawingSource = {
  picture: Picture;
  pictureKey: string;
  window: PixelWindow;
  placement: Placement;
};

/** The strokes of a drawing, told by what they are there for, in pixels of the raster they were found on. */
export type DrawingRead = {
  /** Names what was read, so that equal reads need not be compared. */
  key: string;
  strokes: KnownStroke[];
  /** Lines darker than this share of the drawing's were taken. */
  darkerThan: number;
  raster: StrokeRaster;
  /** The share of its sheet that has tone on it. */
  tonedShare: number;
  /** Its tone, where that is kept. */
  tone: DrawingTone | null;
};

/** The raster strokes are found on, and how many of its pixels fall on a mm of the surface. */
export type StrokeRaster = {
  width: number;
  height: number;
  pxPerMm: number;
  /** How many times larger the drawing is on the surface than the sheet it was made on, as far as is known. */
  sheetScale: number;
};

/** A stroke as it was found, for showing what was made of it. */
export type StrokeFound = {
  kind: StrokeKind;
  /** How dark it is, as a share of how dark the drawing's strokes are. */
  strength: number;
  lengthMm: number;
  /** mm on the surface. */
  points: [number, number][];
  closed: boolean;
};

/** Reads drawings, and remembers what it read. */
export class Drawings {
  private readonly told = new Stage<ToldPicture>();
  private readonly sheet = new Stage<{ lightness: Plane; ink: Ink }>();
  private readonly tonedShares = new Stage<number>();
  private readonly toned = new Stage<DrawingTone>();
  private readonly printed = new Stage<Ruling[]>();
  private readonly found = new Stage<FoundStrokes>();
  private readonly foundOnTone = new Stage<FoundStrokes>();
  private readonly joined = new Stage<MeasuredStroke[]>();
  private last: { read: DrawingRead; frame: Rect } | null = null;

  /** What a picture is: told by its tones, or as the painter says. */
  tell(source: DrawingSource, { reference }: SettingsOf<'telling'>): ToldPicture {
    if (reference !== 'auto') return { kind: reference, certainty: 1 };
    const { plane, pxPerSheetMm } = rasterOf(source, tellingPxPerMm);
    return this.told.get(sourceKey(source), () => tellDrawing(plane(), pxPerSheetMm));
  }

  /** How far apart lines printed on the paper of a drawing are, mm on the surface; null where there are none. */
  printedEvery(source: DrawingSource): number | null {
    const { raster, pxPerSheetMm } = rasterOf(source, strokePxPerMm);
    const [ruling] = this.printed.get(sourceKey(source), () => {
      const step = stepTo(tellingPxPerMm, pxPerSheetMm);
      return findRulings(averaged(this.sheetOf(source).ink.plane, step), pxPerSheetMm / step);
    });
    return ruling ? ruling.everyMm * raster.sheetScale : null;
  }

  /** The strokes of a drawing. */
  read(source: DrawingSource, settings: SettingsOf<'drawing'>): DrawingRead {
    const { raster, pxPerSheetMm } = rasterOf(source, strokePxPerMm);
    const { rulings, restatedMm, joinEndsMm, tone: toneWay } = settings;
    const finding = { rulings, restatedMm: restatedMm / raster.sheetScale };
    const key = keyOf(sourceKey(source), finding);
    const onPaper = this.found.get(key, () =>
      findStrokesOfInk(this.sheetOf(source).ink.plane, pxPerSheetMm, finding),
    );
    const known = () => ({
      strokeMm: usualWidthMm(onPaper.strokes, pxPerSheetMm),
      lightOnDark: this.sheetOf(source).ink.lightOnDark,
    });
    const share = this.tonedShares.get(key, () => {
      const step = stepTo(toneSeenPxPerMm, pxPerSheetMm);
      return tonedShare(averaged(this.sheetOf(source).lightness, step), pxPerSheetMm / step, known());
    });
    // Where its tone is kept, strokes are what lies on the tone; the edges of washes are no strokes.
    const tone =
      toneWay === 'shapes'
        ? this.toned.get(key, () => toneOf(this.sheetOf(source).lightness, pxPerSheetMm, known()))
        : null;
    const found = tone
      ? this.foundOnTone.get(key, () => findStrokesOfInk(tone.strokes, pxPerSheetMm, finding))
      : onPaper;
    const joinPx = joinEndsMm * raster.pxPerMm;
    const joined = this.joined.get(keyOf(key, toneWay, joinEndsMm), () => joinStrokes(found, joinPx));
    const darkerThan = settings.darkerThan ?? findDarknessLimit(joined);
    const strokes = tellStrokes(joined, darkerThan, pxPerSheetMm);
    const read = { key, strokes, darkerThan, raster, tonedShare: share, tone };
    this.last = { read, frame: source.placement.frame };
    return read;
  }

  /** A drawing as it is seen, and without its paper. */
  private sheetOf(source: DrawingSource): { lightness: Plane; ink: Ink } {
    return this.sheet.get(sourceKey(source), () => {
      const { plane, pxPerSheetMm } = rasterOf(source, strokePxPerMm);
      const lightness = plane();
      return { lightness, ink: evenPaper(lightness, pxPerSheetMm) };
    });
  }

  /** The drawing last read and where it lies on the surface; null before the first. */
  lastRead(): { read: DrawingRead; frame: Rect } | null {
    return this.last;
  }

  /** Everything found in the drawing last read, on the surface; null before the first. */
  lastFound(): StrokeFound[] | null {
    if (!this.last) return null;
    const { read, frame } = this.last;
    return read.strokes.map(({ kind, strength, lengthPx, points, closed }) => ({
      kind,
      strength,
      lengthMm: lengthPx / read.raster.pxPerMm,
      points: toPoints(onSurface(points, read.raster, frame)),
      closed,
    }));
  }
}

/** By how many whole pixels a raster is averaged to be about as coarse as wanted. */
const stepTo = (wantedPxPerMm: number, pxPerMm: number) => Math.max(1, Math.round(pxPerMm / wantedPxPerMm));

/** No stroke is taken for wider than this when tone is looked for, mm on the sheet. */
const maxStrokeMm = 3;

/** How wide most of the strokes are by their length, mm on the sheet: what is much wider is tone. */
function usualWidthMm(strokes: readonly Stroke[], pxPerSheetMm: number): number {
  const widths = strokes.flatMap(({ widths: own, black }) => (black ? [] : [...own]));
  return Math.min(maxStrokeMm, median(widths) / pxPerSheetMm);
}

const sourceKey = ({ pictureKey, window, placement: { frame } }: DrawingSource) =>
  keyOf(pictureKey, window, frame.width, frame.height);

/** A drawing is made on a sheet whose longer side is about this, mm, however large it will be drawn: strokes are as wide as tools are. */
const sheetSidesMm = { min: 200, max: 420 };

/** The raster a drawing is looked at on, no finer than asked nor than the picture is; its pixels are read when wanted. */
function rasterOf({ picture, window, placement: { frame } }: DrawingSource, finestPxPerSheetMm: number) {
  const longerMm = Math.max(frame.width, frame.height);
  const sheetMm = Math.min(sheetSidesMm.max, Math.max(sheetSidesMm.min, longerMm));
  const own = Math.max(window.width / frame.width, window.height / frame.height);
  const most = Math.sqrt(maxWorkingPixels / (frame.width * frame.height));
  const wanted = Math.min((finestPxPerSheetMm * sheetMm) / longerMm, own, most);
  const width = Math.max(1, Math.round(frame.width * wanted));
  const height = Math.max(1, Math.round(frame.height * wanted));
  const pxPerMm = width / frame.width;
  const plane = (): Plane => {
    const luminance = luminanceOfWindow(picture, window, width, height);
    return { width, height, data: lightnessPlane(luminance.data) };
  };
  const sheetScale = longerMm / sheetMm;
  return { plane, raster: { width, height, pxPerMm, sheetScale }, pxPerSheetMm: pxPerMm * sheetScale };
}
