import { isTraced, type MapLine } from '../documents/index.js';
import { lineLengthMm, secondsToTrace, type TracingSpeed, usualSpeed } from './effort.js';

/**
 * Leaves out the least important lines until a map fits the minutes there are: lines are kept by weight,
 * heaviest first, and a line that no longer fits gives way to a lighter, shorter one that does.
 *
 * @param minutes of tracing, or null for all lines
 * @returns the same lines in the same order; those left out carry `kept: false`
 */
export function fitBudget(
  lines: MapLine[],
  minutes: number | null,
  speed: TracingSpeed = usualSpeed,
): MapLine[] {
  if (minutes === null) return lines;
  let left = minutes * 60;
  const dropped = new Set<MapLine>();
  const byWeight = lines.filter(isTraced).sort((a, b) => b.weight - a.weight);
  for (const line of byWeight) {
    const seconds = secondsToTrace(lineLengthMm(line), speed);
    if (seconds <= left) left -= seconds;
    else dropped.add(line);
  }
  return lines.map((line) => (dropped.has(line) ? { ...line, kept: false } : line));
}
