import type { Point } from '../../geometry/index.js';
import { figureOff, pick, type DrillModule, type DrillSource, type Window } from './drill.js';

/** Greys to choose from. */
const greysShown = 7;
/** A patch takes up this share of the shorter side, and is even within so much L\*. */
const patchShare = 0.03;
const evenWithin = 4;
/** Places tried before a picture is taken for too flat. */
const tries = 400;
/** Greys further apart than this do not all lie between black and white around every lightness, L\*. */
const maxApart = 100 / greysShown;

/** Telling how light a patch is when its surroundings are hidden. */
export const value: DrillModule = {
  name: 'Value',
  asks: 'Which of the seven greys is the patch?',
  unit: 'L*',
  judged: (kind) => `${kind} values`,
  wrong: ['too light', 'too dark'],
  usual: 8,
  guess: 1 / greysShown,
  pose: (source, wanted, random) => {
    const level = Math.min(wanted, maxApart);
    const { frame } = source.map;
    const sideMm = patchShare * Math.min(frame.width, frame.height);
    for (let k = 0; k < tries; k++) {
      const at = somewhereIn(frame, sideMm, random);
      const lightness = evenLightness(source, at, sideMm);
      if (lightness === null) continue;
      const truth = placeAmong(lightness, level, random);
      const greys = Array.from({ length: greysShown }, (_, i) => lightness + (i - truth) * level);
      if (greys[0] < -1e-9 || greys[greysShown - 1] > 100 + 1e-9) continue;
      return { drill: 'value', kind: valueKind(lightness), level, at, sideMm, greys, truth };
    }
    return null;
  },
  judge: (task, given) => {
    const error = figureOff(task, given);
    return { error, right: error === 0 };
  },
};

/** A place in a frame, so far from its sides. */
export const somewhereIn = (frame: Window, insetMm: number, random: () => number): Point => ({
  x: frame.x + insetMm + random() * (frame.width - 2 * insetMm),
  y: frame.y + insetMm + random() * (frame.height - 2 * insetMm),
});

/** What kind of value a lightness is. */
const valueKind = (lightness: number) => (lightness < 35 ? 'dark' : lightness > 65 ? 'light' : 'middle');

/** The mean lightness of a patch that is even; null of one that is not. */
export function evenLightness({ lightnessAt }: DrillSource, at: Point, sideMm: number): number | null {
  const each: number[] = [];
  for (let i = -1; i <= 1; i++)
    for (let k = -1; k <= 1; k++) each.push(lightnessAt(at.x + (i * sideMm) / 2, at.y + (k * sideMm) / 2));
  if (Math.max(...each) - Math.min(...each) > evenWithin) return null;
  return each.reduce((sum, lightness) => sum + lightness, 0) / each.length;
}

/** Which of the greys is the right one, so that all of them are between black and white where that can be. */
function placeAmong(lightness: number, level: number, random: () => number): number {
  const fits = Array.from({ length: greysShown }, (_, k) => k).filter(
    (k) => lightness - k * level >= -1e-9 && lightness + (greysShown - 1 - k) * level <= 100 + 1e-9,
  );
  return pick(fits, random) ?? 0;
}
