import type { MapDocument, OrderDocument } from '../../documents/index.js';
import type { Rect } from '../../geometry/index.js';
import { speedOf, type TracingSpeed } from '../../map/index.js';
import { transferMethods, type TransferMethod } from '../methods/index.js';
import type { SizeMm } from '../../units/index.js';
import { assignToPositions, placeSheet } from '../sheet-places/index.js';
import { checkMarks, type CheckMark } from './check-marks.js';
import { orderFault, orderLines, type LineOrder, type OrderOptions } from './order-lines.js';
import { cutAtPlaces, cutSections, joinedMm, secondsEach, waysBetween, type Section } from './sections.js';
import { tracedLinesOf, type TracedLines } from './traced-lines.js';

export type TracingOptions = OrderOptions & {
  /** How long a stretch between two breaks should be. */
  stretchMinutes: number;
  method: TransferMethod;
  /** How fast the hand traces by the quickest method; as the map was estimated when not given. */
  speed?: TracingSpeed;
  /** What tracing by this method takes the painter against the standard figures, as a share; 1 when not given. */
  ownShare?: number;
  /** A transfer sheet that may be smaller than the work; as large as it is when not given. */
  sheet?: SizeMm | null;
  /** Positions of a projector whose picture is smaller than the work, mm; none when not given. */
  positions?: readonly Rect[] | null;
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
  /** Where a transfer sheet or a projector's picture smaller than the work lies, one place after the other; null where it needs not be moved. */
  places: Rect[] | null;
  /** Lines longer than that sheet or picture, by their ids: it is moved along on the way. */
  across: string[];
};

/**
 * Plans the tracing of a map: the order of its lines, the stretches between breaks, and the two check marks to begin
 * with.
 *
 * @throws RangeError when a map has no line to trace, or more than anybody traces
 */
export function planTracing(map: MapDocument, options: TracingOptions): TracingPlan {
  const traced = tracedLinesOf(map);
  const moved = orderFault(map) ? null : placesOf(map, traced, options);
  const order = orderLines(map, options, moved?.placeOf);
  const numberOf = new Map(traced.lines.map(({ id }, i) => [id, i]));
  const waysMm = waysBetween(traced, order.lines, numberOf);
  const lengthsMm = Float64Array.from(order.lines, ({ id }) => traced.lengthsMm[numberOf.get(id) ?? 0]);
  const { pace } = transferMethods[options.method].time;
  const once = secondsEach(lengthsMm, waysMm, options.speed ?? speedOf(map));
  const seconds = once.map((each) => (options.ownShare ?? 1) * pace * each);
  const placeOf = moved && Int32Array.from(order.lines, ({ id }) => moved.placeOf[numberOf.get(id) ?? 0]);
  const sections = placeOf
    ? cutAtPlaces(seconds, waysMm, options.stretchMinutes, placeOf)
    : cutSections(seconds, waysMm, options.stretchMinutes).map((section) => ({ ...section, place: null }));
  return {
    ...order,
    seconds,
    lengthsMm,
    goesOn: Uint8Array.from(waysMm, (way, k) =>
      k > 0 && way <= joinedMm && placeOf?.[k] === placeOf?.[k - 1] ? 1 : 0,
    ),
    places: moved?.places ?? null,
    across: moved?.across.map((line) => traced.lines[line].id) ?? [],
    sections,
    minutes: sections.reduce((sum, section) => sum + section.minutes, 0),
    marks: checkMarks(traced, map.surface),
  };
}

/** Where what shows the drawing lies, one place after the other, when it is smaller than the work. */
function placesOf({ surface }: MapDocument, traced: TracedLines, { sheet, hand, positions }: TracingOptions) {
  if (positions) return assignToPositions(traced, positions);
  return sheet ? placeSheet(traced, { sheet, surface, hand }) : null;
}

/** A plan as the open format. */
export function orderDocumentOf(plan: TracingPlan, method?: string): OrderDocument {
  const { school, hand, lines, travelMm, lifts, minutes, palmCrossings, sections, marks, places } = plan;
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
      ...(section.place === null ? {} : { place: section.place }),
    })),
    marks: marks.map(({ x, y, line }) => ({ at: [x, y], line })),
    ...(places === null ? {} : { places }),
  };
}
