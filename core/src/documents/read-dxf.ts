import * as dxfParser from 'dxf-parser';
import { z } from 'zod';
import { checkPoints, linesAsMap, type Brought, type BroughtLine } from './lines-as-map.js';
import { DocumentError } from './read-document.js';

/** The package's parser: its name in a bundle, its default in Node. */
const Parser = z
  .custom<new () => { parseSync: (text: string) => unknown }>((value) => typeof value === 'function')
  .parse([dxfParser.DxfParser, dxfParser.default].find((value) => typeof value === 'function'));

/** Millimetres in the units DXF numbers; 0 says none, and is taken as mm. */
const mmPerUnit: Readonly<Record<number, number>> = { 0: 1, 1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000 };

/** Arcs are followed this closely, mm. */
const toleranceMm = 0.03;

const point = z.looseObject({ x: z.number(), y: z.number() });
const vertex = point.extend({ bulge: z.number().optional() });
const entity = z.looseObject({
  type: z.string(),
  vertices: z.array(vertex).optional(),
  shape: z.boolean().optional(),
  center: point.optional(),
  radius: z.number().optional(),
  startAngle: z.number().optional(),
  endAngle: z.number().optional(),
  majorAxisEndPoint: point.optional(),
  axisRatio: z.number().optional(),
  name: z.string().optional(),
  position: point.optional(),
  xScale: z.number().optional(),
  yScale: z.number().optional(),
  rotation: z.number().optional(),
  controlPoints: z.array(point).optional(),
  fitPoints: z.array(point).optional(),
  degreeOfSplineCurve: z.number().optional(),
  knotValues: z.array(z.number()).optional(),
  closed: z.boolean().optional(),
  visible: z.boolean().optional(),
});
type Entity = z.infer<typeof entity>;

const drawing = z.looseObject({
  header: z.record(z.string(), z.unknown()).optional(),
  entities: z.array(entity),
  blocks: z
    .record(z.string(), z.looseObject({ entities: z.array(entity).optional(), position: point.optional() }))
    .optional(),
});

type Run = { points: [number, number][]; closed: boolean };

/**
 * Reads the lines of a DXF made elsewhere: lines, polylines with their arcs, arcs, circles, ellipses and splines, and
 * blocks where they are inserted. DXF counts y upwards; the map's surface is the drawing's limits, or the lines' own.
 *
 * @throws DocumentError with a sentence that says what to do
 */
export function readDxf(text: string): Brought {
  const parsed = drawing.safeParse(parse(text));
  if (!parsed.success)
    throw new DocumentError('This DXF is damaged: save it again as R12 or later, in ASCII.');
  const { header = {}, entities, blocks = {} } = parsed.data;
  const units = z.number().safeParse(header['$INSUNITS']);
  const mm = mmPerUnit[units.success ? units.data : 0];
  if (mm === undefined)
    throw new DocumentError('This DXF is in a unit that is not known here: save it in millimetres.');
  const reader = new Reader(blocks, mm);
  reader.read(entities, (x, y) => [x * mm, y * mm], 0);
  const { left, bottom, right, top } = limitsOf(header, mm, reader.runs);
  const lines = reader.runs.map(({ points, closed }): BroughtLine => ({
    closed,
    points: points.map(([x, y]) => [x - left, top - y]),
  }));
  const says =
    reader.passed > 0
      ? [
          `${reader.passed === 1 ? 'One part' : `${reader.passed} parts`} such as text or hatching passed over: only lines can be traced.`,
        ]
      : [];
  return linesAsMap(lines, { width: right - left, height: top - bottom }, says);
}

function parse(text: string): unknown {
  try {
    return new Parser().parseSync(text);
  } catch {
    throw new DocumentError(
      'This is not a DXF that can be read: its groups do not fit together. Save it again in ASCII.',
    );
  }
}

type Placing = (x: number, y: number) => [number, number];

class Reader {
  readonly runs: Run[] = [];
  passed = 0;
  private points = 0;

  constructor(
    private readonly blocks: NonNullable<z.infer<typeof drawing>['blocks']>,
    private readonly mm: number,
  ) {}

  read(entities: readonly Entity[], place: Placing, depth: number): void {
    for (const one of entities) {
      if (one.visible === false) continue;
      if (one.type === 'INSERT') this.insert(one, place, depth);
      else {
        const run = runOf(one, toleranceMm / this.mm);
        if (run) this.add(run, place);
        else if (one.type !== 'POINT') this.passed++;
      }
    }
  }

  private add({ points, closed }: Run, place: Placing): void {
    this.points += points.length;
    checkPoints(this.points);
    if (points.length >= 2) this.runs.push({ closed, points: points.map(([x, y]) => place(x, y)) });
  }

  private insert(
    { name = '', position, xScale = 1, yScale = 1, rotation = 0 }: Entity,
    place: Placing,
    depth: number,
  ): void {
    const block = this.blocks[name];
    if (!block?.entities || depth > 8) return;
    const angle = (rotation * Math.PI) / 180;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const base = block.position ?? { x: 0, y: 0 };
    const at = position ?? { x: 0, y: 0 };
    const inner: Placing = (x, y) => {
      const u = (x - base.x) * xScale;
      const v = (y - base.y) * yScale;
      return place(at.x + cos * u - sin * v, at.y + sin * u + cos * v);
    };
    this.read(block.entities, inner, depth + 1);
  }
}

function runOf(one: Entity, tolerance: number): Run | null {
  switch (one.type) {
    case 'LINE':
      return { closed: false, points: (one.vertices ?? []).map(({ x, y }) => [x, y]) };
    case 'POLYLINE':
    case 'LWPOLYLINE':
      return bulged(one.vertices ?? [], one.shape === true, tolerance);
    case 'CIRCLE':
      return one.center && one.radius
        ? { closed: true, points: arc(one.center, one.radius, 0, 2 * Math.PI, tolerance).slice(0, -1) }
        : null;
    case 'ARC': {
      if (!one.center || !one.radius) return null;
      const from = one.startAngle ?? 0;
      let to = one.endAngle ?? 2 * Math.PI;
      while (to <= from) to += 2 * Math.PI;
      return { closed: false, points: arc(one.center, one.radius, from, to, tolerance) };
    }
    case 'ELLIPSE':
      return ellipse(one, tolerance);
    case 'SPLINE':
      return spline(one);
    default:
      return null;
  }
}

/** Points of an arc, so close that the straights between them keep the tolerance. */
function arc(
  { x, y }: { x: number; y: number },
  radius: number,
  from: number,
  to: number,
  tolerance: number,
): [number, number][] {
  const most = 2 * Math.acos(Math.max(-1, 1 - Math.min(1, tolerance / radius)));
  const steps = Math.min(2000, Math.max(2, Math.ceil(Math.abs(to - from) / Math.max(most, 1e-3))));
  return Array.from({ length: steps + 1 }, (_, i) => {
    const angle = from + ((to - from) * i) / steps;
    return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)];
  });
}

/** A polyline whose vertices may begin arcs: the bulge is the tangent of a quarter of the angle it takes in. */
function bulged(vertices: readonly z.infer<typeof vertex>[], closed: boolean, tolerance: number): Run {
  const points: [number, number][] = [];
  vertices.forEach((from, i) => {
    points.push([from.x, from.y]);
    const to = vertices[i + 1] ?? (closed ? vertices[0] : undefined);
    const { bulge = 0 } = from;
    if (!to || Math.abs(bulge) < 1e-9) return;
    const angle = 4 * Math.atan(bulge);
    const chord = Math.hypot(to.x - from.x, to.y - from.y);
    const radius = chord / (2 * Math.sin(Math.abs(angle) / 2));
    const lift = radius * Math.cos(angle / 2) * Math.sign(bulge);
    const centre = {
      x: (from.x + to.x) / 2 - (lift * (to.y - from.y)) / chord,
      y: (from.y + to.y) / 2 + (lift * (to.x - from.x)) / chord,
    };
    const start = Math.atan2(from.y - centre.y, from.x - centre.x);
    points.push(...arc(centre, radius, start, start + angle, tolerance).slice(1, -1));
  });
  return { points, closed };
}

function ellipse(
  { center, majorAxisEndPoint: axis, axisRatio = 1, startAngle = 0, endAngle = 2 * Math.PI }: Entity,
  tolerance: number,
): Run | null {
  if (!center || !axis) return null;
  const long = Math.hypot(axis.x, axis.y);
  const turn = Math.atan2(axis.y, axis.x);
  let to = endAngle;
  while (to <= startAngle) to += 2 * Math.PI;
  const whole = to - startAngle > 2 * Math.PI - 1e-6;
  const points = arc({ x: 0, y: 0 }, long, startAngle, to, tolerance).map(([x, y]): [number, number] => [
    center.x + Math.cos(turn) * x - Math.sin(turn) * y * axisRatio,
    center.y + Math.sin(turn) * x + Math.cos(turn) * y * axisRatio,
  ]);
  return { closed: whole, points: whole ? points.slice(0, -1) : points };
}

/** Steps on each stretch between two knots. */
const stepsASpan = 24;

/** A spline by de Boor's algorithm; one given only by points it passes through is followed in straights. */
function spline({
  controlPoints = [],
  fitPoints = [],
  degreeOfSplineCurve: degree = 3,
  knotValues: knots = [],
  closed = false,
}: Entity): Run | null {
  if (controlPoints.length <= degree || knots.length < controlPoints.length + degree + 1) {
    const through = fitPoints.length > 1 ? fitPoints : controlPoints;
    return through.length > 1 ? { closed, points: through.map(({ x, y }) => [x, y]) } : null;
  }
  const points: [number, number][] = [];
  for (let span = degree; span < controlPoints.length; span++) {
    const [from, to] = [knots[span], knots[span + 1]];
    if (!(to > from)) continue;
    for (let i = points.length === 0 ? 0 : 1; i <= stepsASpan; i++)
      points.push(deBoor(controlPoints, knots, degree, span, from + ((to - from) * i) / stepsASpan));
  }
  return points.length > 1 ? { closed, points } : null;
}

function deBoor(
  control: readonly { x: number; y: number }[],
  knots: readonly number[],
  degree: number,
  span: number,
  at: number,
): [number, number] {
  const d = Array.from({ length: degree + 1 }, (_, j) => ({ ...control[span - degree + j] }));
  for (let r = 1; r <= degree; r++) {
    for (let j = degree; j >= r; j--) {
      const low = knots[span - degree + j];
      const high = knots[span + 1 + j - r];
      const share = high > low ? (at - low) / (high - low) : 0;
      d[j] = { x: d[j - 1].x + share * (d[j].x - d[j - 1].x), y: d[j - 1].y + share * (d[j].y - d[j - 1].y) };
    }
  }
  return [d[degree].x, d[degree].y];
}

/** The drawing's limits where they are stated and hold every line, else those of the lines. */
function limitsOf(header: Readonly<Record<string, unknown>>, mm: number, runs: readonly Run[]) {
  let [left, bottom, right, top] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { points } of runs) {
    for (const [x, y] of points) {
      left = Math.min(left, x);
      right = Math.max(right, x);
      bottom = Math.min(bottom, y);
      top = Math.max(top, y);
    }
  }
  const least = point.safeParse(header['$EXTMIN']);
  const most = point.safeParse(header['$EXTMAX']);
  if (!least.success || !most.success) return { left, bottom, right, top };
  const stated = {
    left: least.data.x * mm,
    bottom: least.data.y * mm,
    right: most.data.x * mm,
    top: most.data.y * mm,
  };
  const slack = 1e-3;
  const holds =
    stated.left <= left + slack &&
    stated.bottom <= bottom + slack &&
    stated.right >= right - slack &&
    stated.top >= top - slack;
  return holds ? stated : { left, bottom, right, top };
}
