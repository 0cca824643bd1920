import type { MapDocument } from '../../documents/index.js';
import type { Rect } from '../../geometry/index.js';
import type { StrokeKind, ToldPicture } from '../../strokes/index.js';
import type { Picture } from '../../raster/index.js';
import type { Correction } from '../corrections/index.js';
import { finishMap } from '../document/index.js';
import { round } from '../lines/index.js';
import type { MapSettings } from '../settings.js';
import type { MapProgress } from '../stage.js';
import { stageSettings } from '../stage-settings.js';
import type { Drawings, DrawingSource } from './drawings.js';
import { cleanUp, type CleanedUp } from './clean-up/index.js';
import { pictureOfLightness, withToneShapes } from './tone-shapes.js';
import { cleanUpLimits, mapOfStrokes, takeStrokes } from './stroke-lines.js';

type DrawingRequest = DrawingSource & {
  settings: MapSettings;
  corrections?: readonly Correction[];
  wholeAt?: Rect;
};

/**
 * The map of a drawing: its own strokes, not what might be seen in it. Yields progress between stages.
 *
 * @param valuesOf makes the map of the values of a picture, for the tone of the drawing
 */
export function* mapOfDrawing(
  request: DrawingRequest,
  drawings: Drawings,
  told: ToldPicture,
  valuesOf: (picture: Picture, pictureKey: string) => Generator<MapProgress, MapDocument, undefined>,
): Generator<MapProgress, MapDocument, undefined> {
  const { settings, placement, window, corrections = [] } = request;
  yield { stage: 'Finding the strokes', share: 0.1 };
  const read = drawings.read(request, stageSettings.drawing.parse(settings));
  yield { stage: 'Drawing the lines', share: 0.9 };
  const { pxPerMm } = read.raster;
  const { strokes, runs, touchMm } = takeStrokes(read, placement.frame, settings);
  const { runs: clean, cleaned } = cleanUp(runs, cleanUpLimits(settings), touchMm);
  const strokesAlone = mapOfStrokes({ strokes, runs: clean }, read.raster, placement, settings, {
    ...settings,
    crop: window,
    ...(corrections.length > 0 ? { corrections } : {}),
  });
  let computed = strokesAlone;
  if (read.tone) {
    const values = yield* valuesOf(pictureOfLightness(read.tone.lightness), read.key);
    computed = withToneShapes(strokesAlone, values, read.raster.sheetScale);
  }
  const printedEveryMm = settings.rulings === 'kept' ? drawings.printedEvery(request) : null;
  const amountOf = (of: StrokeKind) => {
    const own = read.strokes.filter(({ kind }) => kind === of);
    return { count: own.length, lengthMm: own.reduce((sum, { lengthPx }) => sum + lengthPx, 0) / pxPerMm };
  };
  return {
    ...finishMap(computed, {
      settings: { ...settings, mode: read.tone ? 'both' : 'lines' },
      corrections,
      picture: request.wholeAt ?? placement.frame,
    }),
    readAs: {
      ...told,
      darkerThan: read.darkerThan,
      faint: amountOf('faint'),
      hatching: amountOf('hatching'),
      tone: round(read.tonedShare, 3),
      ...(printedEveryMm === null ? {} : { printedEveryMm: round(printedEveryMm, 1) }),
      ...(cleaned.length > 0 ? { cleanedUp: cleaned.map(cleanedUpOf) } : {}),
    },
  };
}

const cleanedUpOf = ({ kind, lines, mostMm, meanMm }: CleanedUp) => ({
  kind,
  lines: lines.length,
  mostMm: round(mostMm, 2),
  meanMm: round(meanMm, 2),
});
