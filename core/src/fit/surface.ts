import { bytesOfColour, labOfSrgb } from '../colour/index.js';
import { formatLength, type LengthUnit, type SizeMm } from '../units/index.js';
import type { FitDecisions, Sides } from './decisions.js';
import { lightThrough, surfaceKind, type SurfaceKind, type SurfaceTraits } from './surface-kinds.js';

/** A work's surface: its kind, and what it is like with the painter's own corrections. */
export type Surface = SurfaceTraits & {
  id: SurfaceKind['id'];
  name: string;
  /** The ground is dark, so that lines must be light. */
  dark: boolean;
};

/** A ground darker than this asks for light lines, L\*: below it graphite, at about 25, no longer shows. */
const darkBelow = 45;

/** What a work's surface is like. */
export function surfaceOf(
  fit: Pick<FitDecisions, 'kind' | 'traits' | 'groundColour' | 'gramsPerM2'>,
): Surface {
  const { id, name, traits } = surfaceKind(fit.kind);
  const byWeight = fit.gramsPerM2 === null ? {} : { passesLight: lightThrough(fit.gramsPerM2) };
  // A key that is there but undefined would hide what the kind says.
  const own = Object.fromEntries(Object.entries(fit.traits).filter(([, value]) => value !== undefined));
  return { ...traits, ...byWeight, ...own, id, name, dark: lightnessOfColour(fit.groundColour) < darkBelow };
}

/** CIE L\* of a colour written as `#rrggbb`. */
export function lightnessOfColour(colour: string): number {
  return labOfSrgb(...bytesOfColour(colour)).lightness;
}

/** What has to be cut for a surface, and how much is added on each side. */
export type Cut = { of: 'paper' | 'canvas' | 'board'; size: SizeMm; allowanceMm: number };

/** Paper to cut, or canvas for a stretcher; null for what is bought in its size. */
export function toCut(
  fit: Pick<
    FitDecisions,
    'kind' | 'widthMm' | 'heightMm' | 'trimMm' | 'tapeMm' | 'barDepthMm' | 'wrapMm' | 'gramsPerM2'
  >,
): Cut | null {
  const kind = surfaceKind(fit.kind);
  const of = kind.stretched ? 'canvas' : kind.gramsPerM2 === undefined ? 'board' : 'paper';
  if (!kind.isCut && !kind.stretched) return null;
  const allowanceMm = allowanceOf(fit);
  return {
    of,
    allowanceMm,
    size: { widthMm: fit.widthMm + 2 * allowanceMm, heightMm: fit.heightMm + 2 * allowanceMm },
  };
}

/** More material on each side than the surface itself: bars and wrap, or trim and tape. */
export function allowanceOf(
  fit: Pick<FitDecisions, 'kind' | 'trimMm' | 'tapeMm' | 'barDepthMm' | 'wrapMm'>,
): number {
  return surfaceKind(fit.kind).stretched ? fit.barDepthMm + fit.wrapMm : fit.trimMm + fit.tapeMm;
}

/** Lengths on the four sides in words, such as `8 mm all round`. */
export function sidesWords({ top, right, bottom, left }: Sides, unit: LengthUnit): string {
  if (top === right && right === bottom && bottom === left) return `${formatLength(top, unit)} all round`;
  const sides = { top, right, bottom, left };
  return Object.entries(sides)
    .map(([side, mm]) => `${side} ${formatLength(mm, unit)}`)
    .join(', ');
}
