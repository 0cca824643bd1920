/** What a stroke of a known drawing is there for. */
export type StrokePart = 'drawing' | 'construction' | 'erased' | 'hatching';

/** A stroke of a known drawing, mm. */
export type DrawnStroke = {
  /** x0, y0, x1, y1 … close together, along its middle. */
  points: Float64Array;
  closed: boolean;
  /** How dark it is, as a share of the darkest. */
  darkness: number;
  /** How wide it is, as a share of the tool's own width, at every point; one number for all when even. */
  width: number | Float64Array;
  part: StrokePart;
};

/** A known drawing on its sheet. */
export type KnownDrawing = { name: string; widthMm: number; heightMm: number; strokes: DrawnStroke[] };

/** Distance between the points of a stroke, mm. */
export const stepMm = 0.2;

/** A smooth run through a few places (Catmull–Rom), in even steps. */
export function throughPlaces(places: readonly (readonly [number, number])[], closed = false): Float64Array {
  const n = places.length;
  const at = (i: number) => places[closed ? (i + n) % n : Math.min(n - 1, Math.max(0, i))];
  const dense: number[] = [];
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    const [p0, p1, p2, p3] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    for (let k = 0; k < 40; k++) {
      const t = k / 40;
      for (const axis of [0, 1] as const) {
        const [a, b, c, d] = [p0[axis], p1[axis], p2[axis], p3[axis]];
        dense.push(
          0.5 *
            (2 * b + (c - a) * t + (2 * a - 5 * b + 4 * c - d) * t * t + (3 * b - a - 3 * c + d) * t * t * t),
        );
      }
    }
  }
  const [x, y] = at(closed ? 0 : n - 1);
  dense.push(x, y);
  return evenly(dense, closed);
}

/** A run of straights through places, in even steps; corners stay. */
export function straightsThrough(places: readonly (readonly [number, number])[]): Float64Array {
  const out: number[] = [];
  for (let i = 1; i < places.length; i++) {
    const [[ax, ay], [bx, by]] = [places[i - 1], places[i]];
    const steps = Math.max(1, Math.round(Math.hypot(bx - ax, by - ay) / stepMm));
    for (let k = 0; k < steps; k++) out.push(ax + ((bx - ax) * k) / steps, ay + ((by - ay) * k) / steps);
  }
  out.push(...places[places.length - 1]);
  return Float64Array.from(out);
}

/** An ellipse or part of one, in even steps; a whole one does not repeat its first point. */
export function ellipseArc(
  [cx, cy]: readonly [number, number],
  [rx, ry]: readonly [number, number],
  [from, to]: readonly [number, number] = [0, 2 * Math.PI],
): Float64Array {
  const dense: number[] = [];
  for (let k = 0; k <= 400; k++) {
    const angle = from + ((to - from) * k) / 400;
    dense.push(cx + rx * Math.cos(angle), cy + ry * Math.sin(angle));
  }
  return evenly(dense, Math.abs(to - from) > 6.28);
}

/** The same run with its points in even steps. */
function evenly(dense: readonly number[], closed: boolean): Float64Array {
  const out = [dense[0], dense[1]];
  let behind = 0;
  for (let i = 2; i < dense.length; i += 2) {
    const [ax, ay, bx, by] = [dense[i - 2], dense[i - 1], dense[i], dense[i + 1]];
    const length = Math.hypot(bx - ax, by - ay);
    let at = stepMm - behind;
    for (; at <= length; at += stepMm)
      out.push(ax + ((bx - ax) * at) / length, ay + ((by - ay) * at) / length);
    behind = length - (at - stepMm);
  }
  if (!closed) out.push(dense[dense.length - 2], dense[dense.length - 1]);
  return Float64Array.from(out);
}
