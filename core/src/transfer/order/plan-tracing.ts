import type { MapDocument, OrderDocument } from '../../documents/index.js';
import { speedOf, type TracingSpeed } from '../../map/index.js';
import { transferMethods, type TransferMethod } from '../methods/index.js';
import { checkMarks, type CheckMark } from './check-marks.js';
import { orderLines, type LineOrder, type OrderOptions } from './order-lines.js';
import { cutSections, joinedMm, secondsEach, waysBetween, type Section } from './sections.js';
import { tracedLinesOf } from './traced-lines.js';

export type TracingOptions = OrderOptions & {
  /** How long a stretch between two breaks should be. */
  stretchMinutes: number;
  method: TransferMethod;
  /** How fast the hand traces by the quickest method; as the map was estimated when not given. */
  speed?: TracingSpeed;
};

/** The whole tracing, line by line, in stretches. */
export type TracingPlan = LineOrder & {
  minutes: number;
  sections: Section[];
  /** Seconds of each line, in order, the way to it included. */
  seconds: Float64Array;
  /** Length of each line, in order, mm. */
  lengthsMm: Float64Array;
  /** 1 where a line goes on from the one before it without lifting. */
  goesOn: Uint8Array;
  marks: CheckMark[];
};

/**
 * Plans the tracing of a map: the order of its lines, the stretches between breaks, and the two check marks to begin
 * with.
 *
 * @throws RangeError when a map has no line to trace, or more than anybody traces
 */
export function planTracing(map: MapDocument, options: TracingOptions): TracingPlan {
  const order = orderLines(map, options);
  const traced = tracedLinesOf(map);
  const numberOf = new Map(traced.lines.map(({ id }, i) => [id, i]));
  const waysMm = waysBetween(traced, order.lines, numberOf);
  const lengthsMm = Float64Array.from(order.lines, ({ id }) => traced.lengthsMm[numberOf.get(id) ?? 0]);
  const { pace } = transferMethods[options.method].time;
  const once = secondsEach(lengthsMm, waysMm, options.speed ?? speedOf(map));
  const seconds = once.map((each) => pace * each);
  const sections = cutSections(seconds, waysMm, options.stretchMinutes);
  return {
    ...order,
    seconds,
    lengthsMm,
    goesOn: Uint8Array.from(waysMm, (way, k) => (k > 0 && way <= joinedMm ? 1 : 0)),
    sections,
    minutes: sections.reduce((sum, section) => sum + section.minutes, 0),
    marks: checkMarks(traced, map.surface),
  };
}

/** A plan as the open format. */
export function orderDocumentOf(plan: TracingPlan, method?: string): OrderDocument {
  const { school, hand, lines, travelMm, lifts, minutes, palmCrossings, sections, marks } = plan;
  return {
    format: 'nobrel-order',
    version: 1,
    school,
    hand,
    ...(method === undefined ? {} : { method }),
    lines: lines.map(({ id, reversed, start }) => ({ id, reversed, start })),
    travelMm,
    lifts,
    minutes,
    palmCrossings,
    sections: sections.map((section) => ({
      lines: lines.slice(section.from, section.to + 1).map(({ id }) => id),
      minutes: section.minutes,
    })),
    marks: marks.map(({ x, y, line }) => ({ at: [x, y], line })),
  };
}
