import { isTraced, type MapDocument, type MapLine } from '../../documents/index.js';
import { lineLengthMm, secondsToTrace, speedOf, type TracingSpeed, usualSpeed } from './effort.js';
import { pencilStrokesOf, strokeLengthMm, type PencilStroke } from './pencil-strokes.js';
import type { MapSettings } from '../settings.js';

/** What a budget is chosen by. */
export type Budget = Pick<MapSettings, 'minutes' | 'minWeight'>;

/** A line that stays whatever the time: silhouette, big masses, and what the painter asked for. */
function stays(line: MapLine): boolean {
  return line.held === true || line.part === 'silhouette' || line.part === 'mass';
}

/**
 * What a second spent on a stroke is worth. A millimetre of line is worth the square of its weight, so that one
 * strong line outweighs several faint ones; lifts make short strokes dear.
 */
function worthPerSecond(stroke: PencilStroke, seconds: number): number {
  return stroke.reduce((sum, { line }) => sum + line.weight ** 2 * lineLengthMm(line), 0) / seconds;
}

/**
 * Chooses the lines to draw: those that matter too little go, then the best set for the minutes there are.
 * Silhouette and the boundaries of the big masses are always whole, so that at any budget the map is a
 * drawing; beyond them strokes are taken by what a second on them is worth until the time is spent. So taken, the worth
 * lies within that of a single stroke of the best there is, and what is drawn in ten minutes is drawn in twenty too.
 *
 * @returns the same lines in the same order; those left out carry `kept: false` and why
 */
export function chooseLines(
  lines: readonly MapLine[],
  { minutes, minWeight }: Budget,
  speed: TracingSpeed = usualSpeed,
): MapLine[] {
  const little = new Set(lines.filter((line) => isTraced(line) && !stays(line) && line.weight < minWeight));
  const late = new Set<MapLine>();
  if (minutes !== null) {
    let left = minutes * 60;
    const wanted = lines.filter((line) => isTraced(line) && !little.has(line));
    const strokesIn = (of: MapLine[]) =>
      pencilStrokesOf(of).map((stroke) => ({
        stroke,
        seconds: secondsToTrace(strokeLengthMm(stroke), speed),
      }));
    for (const { seconds } of strokesIn(wanted.filter(stays))) left -= seconds;
    const rest = strokesIn(wanted.filter((line) => !stays(line)))
      .map((one) => ({ ...one, worth: worthPerSecond(one.stroke, one.seconds) }))
      .sort((a, b) => b.worth - a.worth);
    // Always from the front of one order, so that what is drawn in less time is part of what is drawn in more.
    let spent = false;
    for (const { stroke, seconds } of rest) {
      spent ||= seconds > left;
      if (spent) for (const { line } of stroke) late.add(line);
      else left -= seconds;
    }
  }
  return lines.map((line) => {
    if (little.has(line)) return { ...line, kept: false, leftOut: 'little' as const };
    if (late.has(line)) return { ...line, kept: false, leftOut: 'time' as const };
    return line;
  });
}

/**
 * What some more minutes would add to a map.
 *
 * @param map with its budget spent
 * @param more minutes on top of those set
 * @returns ids of lines now left out for want of time that would then be drawn
 */
export function addedBy(
  map: MapDocument,
  budget: Budget,
  more: number,
  speed: TracingSpeed = speedOf(map),
): string[] {
  if (budget.minutes === null) return [];
  const waiting = new Set(map.lines.filter((line) => line.leftOut === 'time').map((line) => line.id));
  const whole = map.lines.map((line) =>
    waiting.has(line.id) ? { ...line, kept: true, leftOut: undefined } : line,
  );
  return chooseLines(whole, { ...budget, minutes: budget.minutes + more }, speed)
    .filter((line) => waiting.has(line.id) && line.kept !== false)
    .map((line) => line.id);
}
