import { surfaceKind, surfaceOf, type FitDecisions } from '../../fit/index.js';
import type { TransferDecisions } from '../decisions.js';
import { seenThrough, type Seen, type ThroughPaper } from './through-paper.js';

type SurfacePlanned = Pick<FitDecisions, 'kind' | 'traits' | 'groundColour' | 'gramsPerM2'>;
type LightPlanned = Pick<TransferDecisions, 'light' | 'room' | 'beneathGsm' | 'viewer'>;

/** The papers and the light as they are planned; null where no light passes. */
export function paperOf(
  fit: SurfacePlanned,
  { light, room, beneathGsm, viewer }: LightPlanned,
): ThroughPaper | null {
  const aboveGsm = fit.gramsPerM2 ?? surfaceKind(fit.kind).gramsPerM2;
  if (aboveGsm === undefined || surfaceOf(fit).passesLight === 'none') return null;
  return { aboveGsm, beneathGsm, light, room, viewer };
}

/**
 * Whether printed lines are seen through a surface as it is planned. Heavy paper is cloudy: until a strip was tried,
 * hardly.
 *
 * @param lineMm breadth of the printed lines
 */
export function seenOn(fit: SurfacePlanned, light: LightPlanned, lineMm: number): Seen {
  const paper = paperOf(fit, light);
  if (paper === null) return 'not';
  const seen = seenThrough(paper, lineMm);
  const isTried = light.viewer !== 1;
  return surfaceOf(fit).passesLight === 'little' && seen === 'seen' && !isTried ? 'barely' : seen;
}
