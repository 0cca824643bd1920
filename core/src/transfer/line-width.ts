import { surfaceOf, type Surface } from '../fit/index.js';
import type { TransferDecisions } from './decisions.js';
import { transferMethods, type TransferMethod } from './methods/index.js';
import { project, projectFilm } from './seen/index.js';
import type { SurfacePlanned } from './steps/transfer-steps.js';

/** A point rides on the tops of the tooth: on rough paper its line frays out, on smooth it stays as narrow as the point. */
const toothWidens: Readonly<Record<Surface['tooth'], number>> = { smooth: 0.85, medium: 1, rough: 1.3 };
/** What follows a projected line is a pencil, mm. */
const pencilMm = 0.4;
/** A fine film pen draws a line of this, mm. */
export const filmPenMm = 0.5;

/** How broad the line is that a method leaves on a surface, mm, by its tooth. */
export function lineLeftMm(method: TransferMethod, { tooth }: Pick<Surface, 'tooth'>): number {
  const { line, projectedMm } = transferMethods[method];
  return (projectedMm ? pencilMm : line.widthMm) * toothWidens[tooth];
}

/**
 * How broad the line is that a hand traces by, mm, so that nearer ones run together: the line that is left, or, where it
 * is projected, the band on the surface, by the size of the work and what projects it.
 */
export function lineWidthMm(
  method: TransferMethod,
  fit: SurfacePlanned,
  transfer: Pick<
    TransferDecisions,
    'throwRatio' | 'pixelsAcross' | 'pixelsDown' | 'lumens' | 'tiltDeg' | 'room' | 'focalMm'
  >,
): number {
  const { projectedMm } = transferMethods[method];
  const { widthMm, heightMm } = fit;
  if (!projectedMm) return lineLeftMm(method, surfaceOf(fit));
  const { mmPerPixel } = project({ ...transfer, widthMm, heightMm });
  const { times } = projectFilm({ ...transfer, widthMm, heightMm, penMm: filmPenMm });
  return projectedMm({ mmPerPixel, times });
}
