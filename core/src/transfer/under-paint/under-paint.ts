import { isTraced, type MapDocument, type MapLine } from '../../documents/index.js';
import { lightnessOfColour, surfaceOf, type FitDecisions } from '../../fit/index.js';
import { polylineLength } from '../../geometry/index.js';
import { shapeNumbers } from '../../map/index.js';
import { lineStrengths, strengthContrast, type LineStrength, type StrengthPlan } from '../../sheets/index.js';
import type { TransferDecisions } from '../decisions.js';
import { lineLeftMm } from '../line-width.js';
import { mediumOf } from '../medium.js';
import { transferMethods } from '../methods/index.js';
import { leftByFilter, leftUnder, paints, type Paint } from './paint.js';
import { regionsBeside } from './regions.js';
import { followedFrom, noticedFrom } from './sight.js';

/** What the painter said of a try: the faintest strength that could be followed through a first layer of middle value. */
export const firstLayerAnswers = [...lineStrengths, 'none'] as const;
export type FirstLayerAnswer = (typeof firstLayerAnswers)[number];
/** The value the try is painted in, CIE L\*: halfway between white and black as the eye has it, a little to the light. */
export const tryLightness = 60;

/** What is beneath and above the lines. */
export type UnderPaint = {
  paint: Paint;
  /** CIE L\* of the bare ground. */
  ground: number;
  /** Whether lines are lighter than the ground. */
  light: boolean;
  /** CIE L\* of the ground once it is toned, or null where it is not. */
  toned: number | null;
  /** Breadth of the method's line, mm, and how far its faintest differs from the ground, in CIE L\*. */
  line: { widthMm: number; faintest: number };
  surface: { width: number; height: number };
  /** How much more contrast than most it takes here, by the painter's own try; 1 until then. */
  asks: number;
};

/** What a painter's decisions say of it. */
export function underPaintOf(
  fit: Pick<FitDecisions, 'kind' | 'traits' | 'groundColour' | 'gramsPerM2'>,
  transfer: Pick<TransferDecisions, 'medium' | 'method' | 'toning' | 'firstLayer'>,
  size: { width: number; height: number },
): UnderPaint {
  const ground = lightnessOfColour(fit.groundColour);
  const surface = surfaceOf(fit);
  const own = {
    paint: paints[mediumOf(transfer.medium, surface)],
    ground,
    light: surface.dark,
    toned: transfer.toning === null ? null : Math.min(ground, lightnessOfColour(transfer.toning)),
    line: {
      widthMm: lineLeftMm(transfer.method, surface),
      faintest: transferMethods[transfer.method].line.faintest,
    },
    surface: size,
  };
  return { ...own, asks: asksBy(own, transfer.firstLayer) };
}

/** What the answer of a try says of how much contrast it takes. */
function asksBy(under: Omit<UnderPaint, 'asks'>, answer: FirstLayerAnswer | null): number {
  if (answer === null) return 1;
  const k = firstLayerAnswers.indexOf(answer);
  // What could just be followed lies between the last strength that could not and the first that could.
  const contrasts = lineStrengths.map((id) => strengthContrast[id]);
  const could = contrasts[k] ?? 2 * contrasts[contrasts.length - 1];
  const not = contrasts[k - 1] ?? contrasts[0] / 2;
  return Math.sqrt(could * not) / contrastFor({ ...under, toned: null, asks: 1 }, tryLightness).min;
}

/**
 * How far a line must differ from the bare ground, and how far it may, in CIE L\*: at least so much that it is followed
 * through the first layer, at most so much that it is gone at the end.
 *
 * @param region CIE L\* of the region, or null where the ground stays bare
 */
export function contrastFor(
  { paint, ground, toned, line, surface, asks }: UnderPaint,
  region: number | null,
): { min: number; max: number } {
  const wash = toned === null ? 1 : leftByFilter(ground, toned, 1);
  const beneath = toned ?? ground;
  const left = region === null ? { first: 1, end: 1 } : leftUnder(paint, beneath, region);
  return {
    min: (asks * followedFrom(line.widthMm)) / (wash * left.first),
    max: paint.rubbedOut ? Infinity : noticedFrom(line.widthMm, surface) / (wash * left.end),
  };
}

/** What is wrong with a line, whatever its strength: lost under the first layer, still seen at the end, or both by turns. */
export type StrengthTrouble = 'lost' | 'stays';

/** How dark a line is to be drawn. */
export type LineUnderPaint = {
  line: MapLine;
  strength: LineStrength;
  trouble: StrengthTrouble | null;
  lengthMm: number;
  /** CIE L\* of the regions beside it; null where the ground stays bare. */
  beside: (number | null)[];
};

/** How dark the lines in a value are to be drawn. */
export type ValueUnderPaint = { level: number; lightness: number; strength: LineStrength; fits: boolean };

export type StrengthsFound = { lines: LineUnderPaint[]; values: ValueUnderPaint[] };

/** The faintest strength that is enough, and whether it is too much. */
function strengthFor(min: number, max: number, faintest: number) {
  const strength = lineStrengths.find((id) => strengthContrast[id] >= min) ?? 'firm';
  const drawn = Math.max(strengthContrast[strength], faintest);
  const trouble: StrengthTrouble | null = drawn < min ? 'lost' : drawn > max ? 'stays' : null;
  return { strength, trouble };
}

/**
 * How dark each line of a map is to be drawn: as faint as can be followed through the first layer. A boundary is
 * followed from the side that shows it best, and must be gone on both.
 */
export function findStrengths(map: MapDocument, under: UnderPaint): StrengthsFound {
  const lightnessOf = new Map(map.values.map(({ level, lightness }) => [level, lightness]));
  const beside = regionsBeside(map);
  const { faintest } = under.line;
  return {
    lines: map.lines.filter(isTraced).map((line) => {
      const sides = beside(line).map((level) => (level === null ? null : (lightnessOf.get(level) ?? null)));
      const asked = sides.map((region) => contrastFor(under, region));
      return {
        line,
        ...strengthFor(
          Math.min(...asked.map(({ min }) => min)),
          Math.min(...asked.map(({ max }) => max)),
          faintest,
        ),
        lengthMm: polylineLength(Float64Array.from(line.points.flat()), line.closed),
        beside: sides,
      };
    }),
    values: map.values.map(({ level, lightness }) => {
      const { min, max } = contrastFor(under, lightness);
      const { strength, trouble } = strengthFor(min, max, faintest);
      return { level, lightness, strength, fits: trouble === null };
    }),
  };
}

/** Letters of a strength's word are no smaller than this: smaller regions carry none, mm. */
const minWordMm = 3;
const maxWordMm = 4;

/** The strengths as they are drawn on sheets and leaves. */
export function planStrengths(map: MapDocument, { lines, values }: StrengthsFound): StrengthPlan {
  const ofLevel = new Map(values.map(({ level, strength }) => [level, strength]));
  // Where all is alike, the key says it.
  const differ = new Set(ofLevel.values()).size > 1;
  return {
    lines: new Map(lines.map(({ line, strength }) => [line.id, strength])),
    words: (differ ? shapeNumbers(map) : []).flatMap(({ level, x, y, sizeMm }) => {
      const word = ofLevel.get(level);
      return word && sizeMm >= minWordMm ? [{ x, y, sizeMm: Math.min(maxWordMm, sizeMm), word }] : [];
    }),
  };
}
