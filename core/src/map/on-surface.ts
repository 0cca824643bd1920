import { lightnessOfLuminance, luminanceOfLightness } from '../colour/index.js';
import type { Firmness } from './setting-choices.js';

/** Share of the light a graphite line lets back, by how firmly it is drawn: faint H, middling HB, firm 2B. */
const letsBack: Readonly<Record<Firmness, number>> = { faint: 0.62, middling: 0.38, firm: 0.16 };

/** The first layer of paint over a line. */
export const washes = ['none', 'pale', 'middling', 'dark', 'opaque'] as const;
export type Wash = (typeof washes)[number];

/** Share of the light a transparent wash lets through both ways; opaque paint covers what is beneath. */
const washLets: Readonly<Record<Exclude<Wash, 'opaque'>, number>> = {
  none: 1,
  pale: 0.72,
  middling: 0.4,
  dark: 0.14,
};

/** Opaque paint of a middling layer still lets this much of a line's difference show. */
const throughOpaque = 0.03;

/** A line that differs from its ground by less than this cannot be followed (L\*). */
const followedFrom = 3;

/** One that still differs by this much when the paint is dry will be seen in the finished work (L\*). */
const showsFrom = 9;

export type LineOnSurface = {
  /** L\* of the line and of the ground beside it. */
  line: number;
  ground: number;
  /** Can it be followed while painting? Will it be seen in the end? */
  followed: boolean;
  shows: boolean;
};

/**
 * How a pencil line looks on a ground, bare or under a first wash. Graphite and transparent paint are taken as
 * filters over the ground, so that their shares multiply in linear light (as in Beer's law, without scatter).
 *
 * @param groundLightness L\* of the bare ground
 */
export function lineOnSurface(groundLightness: number, firmness: Firmness, wash: Wash): LineOnSurface {
  const bare = luminanceOfLightness(groundLightness);
  const lets = wash === 'opaque' ? 1 : washLets[wash];
  const ground = lightnessOfLuminance(bare * lets);
  const through = lightnessOfLuminance(bare * lets * letsBack[firmness]);
  const line = wash === 'opaque' ? ground - throughOpaque * (ground - through) : through;
  const off = Math.abs(ground - line);
  return { line, ground, followed: off >= followedFrom, shows: off >= showsFrom };
}
