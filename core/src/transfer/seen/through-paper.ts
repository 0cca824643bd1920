import { stripWidthsMm } from '../../sheets/index.js';

export const lightSources = ['light-box', 'lamp', 'window'] as const;
export type LightSource = (typeof lightSources)[number];
export const roomLights = ['dark', 'dim', 'lit'] as const;
export type RoomLight = (typeof roomLights)[number];

/** A drawing under the surface, lit from behind. */
export type ThroughPaper = {
  /** Weight of the paper that is drawn on, g/m². */
  aboveGsm: number;
  /** Weight of the paper the drawing is printed on, g/m². */
  beneathGsm: number;
  light: LightSource;
  room: RoomLight;
  /** How much more contrast than most this viewer needs, with this paper and light; 1 until a strip said so. */
  viewer: number;
};

/**
 * Scattering power of paper, m² for each g. Uncoated paper scatters about 30 to 60 m²/kg, and hardly absorbs; so its
 * transmittance is 1 / (1 + sw) and its reflectance sw / (1 + sw) (P. Kubelka, F. Munk, 1931, for no absorption).
 */
const scatteringM2PerG = 0.045;

/** Density of paper, g a mm and m²: 0.65 g/cm³, as bulky drawing and watercolour papers have it. */
const gramsPerMm = 650;

/** Light of the source as it meets the drawing, cd/m²: a flat light box, a lamp of 10 W under glass, an overcast sky. */
const luminance: Readonly<Record<LightSource, number>> = { 'light-box': 800, lamp: 1500, window: 3000 };

/** Light of the room on the paper, lux: curtains drawn, one lamp turned away, an ordinary room. */
export const roomLux: Readonly<Record<RoomLight, number>> = { dark: 5, dim: 50, lit: 300 };

/** Share of the light that passes a printed line. */
const throughInk = 0.1;

/**
 * A line is followed with ease at so much contrast, and only just at so much, where it is broad enough: paper is cloudy
 * against the light, so that it takes several times the contrast at which a line is noticed at all.
 */
const seenContrast = 0.2;
const barelyContrast = 0.07;

/** A line narrower than this asks for more contrast, in proportion, mm: a minute of arc and a half at 400 mm. */
const fineMm = 0.18;

export type Seen = 'seen' | 'barely' | 'not';

/** Share of the light that passes paper of a weight. */
export const transmittance = (gsm: number): number => 1 / (1 + scatteringM2PerG * gsm);

/** How far paper spreads a line above it, mm (deviation): light that scatters through a layer comes out as broad as it is thick. */
export const spreadMm = (gsm: number): number => gsm / gramsPerMm / (2 * Math.sqrt(2 * Math.log(2)));

/**
 * Contrast of a printed line as it is seen on the upper paper, 0–1: the light through both papers against the light of
 * the room that the papers throw back, and what the upper paper leaves of a line of this width when it spreads it.
 *
 * @param widthMm of the printed line
 */
export function contrastThrough(
  { aboveGsm, beneathGsm, light, room }: ThroughPaper,
  widthMm: number,
): number {
  const through = luminance[light] * transmittance(aboveGsm + beneathGsm);
  const thrownBack = (roomLux[room] / Math.PI) * (1 - transmittance(aboveGsm + beneathGsm));
  const whole = (through * (1 - throughInk)) / (through + thrownBack);
  return whole * erf(widthMm / (2 * Math.SQRT2 * spreadMm(aboveGsm)));
}

/** Whether a line of a width can be followed through the paper. */
export function seenThrough(paper: ThroughPaper, widthMm: number): Seen {
  const contrast = contrastThrough(paper, widthMm) / (paper.viewer * Math.max(1, fineMm / widthMm));
  return contrast >= seenContrast ? 'seen' : contrast >= barelyContrast ? 'barely' : 'not';
}

/** The thinnest line of the printed strip that can be followed with ease, mm; null when none can. */
export function thinnestSeen(paper: ThroughPaper): number | null {
  return stripWidthsMm.find((widthMm) => seenThrough(paper, widthMm) === 'seen') ?? null;
}

/**
 * What a viewer needs who could just follow one line of the strip and not the next thinner one.
 *
 * @param lastSeenMm the thinnest line that was followed; null when none was
 * @returns the factor to keep as `viewer`
 */
export function viewerBy(paper: Omit<ThroughPaper, 'viewer'>, lastSeenMm: number | null): number {
  const needs = (widthMm: number) =>
    contrastThrough({ ...paper, viewer: 1 }, widthMm) / Math.max(1, fineMm / widthMm) / seenContrast;
  const k = lastSeenMm === null ? stripWidthsMm.length : stripWidthsMm.findIndex((mm) => mm >= lastSeenMm);
  const seen = stripWidthsMm[k];
  const below = stripWidthsMm[k - 1];
  // Between what the last line gave and what the next thinner one did not.
  if (seen === undefined) return 2 * needs(stripWidthsMm[stripWidthsMm.length - 1]);
  return Math.sqrt(needs(seen) * (below === undefined ? needs(seen) : needs(below)));
}

/** A change that would let one see more, with the thinnest line it would show. */
export type WayToSee = { says: string; thinnestMm: number | null };

/** What would help, the most first; only what does. */
export function waysToSee(paper: ThroughPaper): WayToSee[] {
  const now = thinnestSeen(paper) ?? Infinity;
  const tries: (readonly [string, ThroughPaper])[] = [
    ['Darken the room.', { ...paper, room: 'dark' }],
    ['Draw on tracing paper of 40 g/m² beneath.', { ...paper, beneathGsm: Math.min(paper.beneathGsm, 40) }],
    ['Take the window by day.', { ...paper, light: 'window' }],
    ['Take a lamp under glass.', { ...paper, light: 'lamp' }],
  ];
  return tries
    .map(([says, changed]) => ({ says, thinnestMm: thinnestSeen(changed) }))
    .filter(({ thinnestMm }) => thinnestMm !== null && thinnestMm < now)
    .sort((a, b) => (a.thinnestMm ?? Infinity) - (b.thinnestMm ?? Infinity));
}

/** The error function to seven digits (M. Abramowitz, I. Stegun, Handbook of Mathematical Functions, 7.1.26). */
function erf(x: number): number {
  const t = 1 / (1 + 0.3275911 * x);
  const poly =
    ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) * t;
  return 1 - poly * Math.exp(-x * x);
}
