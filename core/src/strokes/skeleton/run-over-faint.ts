import { stepLength } from '../../geometry/index.js';
import { median, type Plane } from '../../raster/index.js';
import type { Arm, StrokeGraph } from './graph.js';

/** An arm fainter than this share of the darkest at a meeting is not of its stroke. */
const faintShare = 0.5;

/** A stroke is drawn back to its own ink as far as this many times the reach of what lies under it. */
const underReach = 2.5;

/** The middle of the ink about a place is sought so many times over. */
const rounds = 3;

type Place = { x: number; y: number };

/**
 * Lets strokes run on over far fainter lines that meet them, such as a construction line under a contour, so that they
 * are read as if those were not there: of a meeting of two dark arms and fainter ones, the two become one arm, drawn
 * back to its own ink, and the others end under it.
 *
 * @param graph is changed
 * @param darkness how dark the ink is, L\*
 */
export function runOverFaint(graph: StrokeGraph, darkness: Plane): void {
  const dark = graph.arms.map((arm) => (arm ? darknessAlong(darkness, arm) : 0));
  graph.armsByMeeting().forEach((own, node) => {
    if (own.length < 3) return;
    const faintest = faintShare * Math.max(...own.map((k) => dark[k]));
    const faint = own.filter((k) => dark[k] < faintest);
    const [one, other, ...more] = own.filter((k) => dark[k] >= faintest);
    // Where three strokes meet, or a fainter one comes round to itself, all of them are looked at together.
    if (faint.length === 0 || more.length > 0 || new Set(faint).size < faint.length) return;
    endUnder(graph, faint, node);
    const meeting = graph.meetings[node];
    const draw = (place: Place) => middleOfInk(place, meeting.deepest, darkness, faintest);
    Object.assign(meeting, draw(meeting));
    for (const arm of [graph.arms[one], graph.arms[other]]) {
      for (let i = 0; arm && i < arm.points.length; i += 2) {
        const place = { x: arm.points[i], y: arm.points[i + 1] };
        if (stepLength(place.x - meeting.x, place.y - meeting.y) > underReach * meeting.reach) continue;
        const { x, y } = draw(place);
        [arm.points[i], arm.points[i + 1]] = [x, y];
      }
    }
    // Both may be the two ends of a ring.
    const ring = one === other ? graph.arms[one] : null;
    if (ring) graph.arms[one] = { points: [...ring.points, meeting.x, meeting.y], from: -1, to: -1 };
  });
  graph.joinPairs();
}

/** Gives some arms of a meeting one of their own in the same place, under the stroke that runs over them. */
function endUnder(graph: StrokeGraph, arms: readonly number[], node: number): void {
  const under = graph.meetings.push({ ...graph.meetings[node], under: true }) - 1;
  for (const k of arms) {
    const arm = graph.arms[k];
    if (arm?.from === node) arm.from = under;
    else if (arm) arm.to = under;
  }
}

/** How dark the ink is along an arm, in the middle of all its places. */
const darknessAlong = ({ width, data }: Plane, { points }: Arm): number =>
  median(
    Float64Array.from(
      { length: points.length / 2 },
      (_, i) => data[Math.floor(points[2 * i + 1]) * width + Math.floor(points[2 * i])],
    ),
  );

/** A place moved to the middle of the ink about it that is dark enough: the mean of the disc about it, moved on with it (mean shift). */
function middleOfInk(
  { x, y }: Place,
  radius: number,
  { width, height, data }: Plane,
  faintest: number,
): Place {
  for (let round = 0; round < rounds; round++) {
    let [sum, sumX, sumY] = [0, 0, 0];
    for (let py = Math.max(0, Math.floor(y - radius)); py < Math.min(height, y + radius); py++)
      for (let px = Math.max(0, Math.floor(x - radius)); px < Math.min(width, x + radius); px++) {
        if (stepLength(px + 0.5 - x, py + 0.5 - y) > radius) continue;
        const own = Math.max(0, data[py * width + px] - faintest);
        sum += own;
        sumX += own * (px + 0.5);
        sumY += own * (py + 0.5);
      }
    if (sum === 0) break;
    [x, y] = [sumX / sum, sumY / sum];
  }
  return { x, y };
}
