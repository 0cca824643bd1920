import { tooths, type Surface } from '../../fit/index.js';
import { usualSpeed, type TracingSpeed } from '../../map/index.js';
import { transferMethods, transferMethodIds, type TransferMethod } from '../methods/index.js';

/** What a sitting, or a whole work, asked of the hand. */
export type WorkMeasures = {
  method: TransferMethod;
  tooth: Surface['tooth'];
  /** Line traced, and how often the point was set down for it. */
  metres: number;
  lifts: number;
  /** Making ready, joining sheets and tidying, minutes by the standard figures. */
  readyMinutes: number;
};

/** What minutes are explained by: three shares of the standard figures, then what each method and tooth add to tracing. */
export const speedTerms = ['line', 'lift', 'ready', ...transferMethodIds, ...tooths] as const;
export type SpeedTerm = (typeof speedTerms)[number];

/** Two sheets are joined in so many minutes. */
const minutesPerJoin = 3;

/**
 * Making ready, joining and tidying by the standard figures, minutes.
 *
 * @param areaDm2 of the surface
 * @param joined sheets that are joined to one
 */
export function standardReady(method: TransferMethod, areaDm2: number, joined: number) {
  const { readyMinutes, readyMinutesPerDm2, tidyMinutes } = transferMethods[method].time;
  return {
    ready: readyMinutes + readyMinutesPerDm2 * areaDm2,
    join: minutesPerJoin * Math.max(0, joined - 1),
    tidy: tidyMinutes,
  };
}

/** Minutes of tracing by the standard figures, along lines and from one to the next. */
export function standardTracing(
  { method, metres, lifts }: Pick<WorkMeasures, 'method' | 'metres' | 'lifts'>,
  { mmPerSecond, secondsPerLift }: TracingSpeed = usualSpeed,
) {
  const { pace } = transferMethods[method].time;
  return {
    line: (pace * 1000 * metres) / mmPerSecond / 60,
    lift: (pace * lifts * secondsPerLift) / 60,
  };
}

/** All minutes of a piece of work by the standard figures. */
export function standardMinutes(measures: WorkMeasures): number {
  const { line, lift } = standardTracing(measures);
  return line + lift + measures.readyMinutes;
}

/** The terms of a piece of work, in the order of {@link speedTerms}: minutes are their sum, each times its figure. */
export function termsOf(measures: WorkMeasures): number[] {
  const { line, lift } = standardTracing(measures);
  return speedTerms.map((term) => {
    if (term === 'line') return line;
    if (term === 'lift') return lift;
    if (term === 'ready') return measures.readyMinutes;
    return term === measures.method || term === measures.tooth ? line + lift : 0;
  });
}
