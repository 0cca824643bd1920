import type { PixelWindow } from '../../raster/index.js';
import type { ReferenceView } from '../../reference/index.js';

/** A stroke, in mm from the top-left corner of what it lies on. */
export type PageStroke = {
  kind: 'stroke';
  /** x0, y0, x1, y1 … */
  points: ArrayLike<number>;
  closed: boolean;
  widthMm: number;
  ink: Ink | Rgb;
  /** Lengths of dash and gap, mm, or null for a whole line. */
  dashMm: readonly [number, number] | null;
};

/** A line of text; (x, y) is the start, middle or end of its baseline. */
export type PageText = {
  kind: 'text';
  x: number;
  y: number;
  text: string;
  sizeMm: number;
  anchor: 'start' | 'middle' | 'end';
  ink: Ink;
};

/** A filled area; rings within rings are holes. */
export type PageFill = { kind: 'fill'; rings: ArrayLike<number>[]; colour: Rgb };

/** Round dots of one size. */
export type PageDots = { kind: 'dots'; points: ArrayLike<number>; diameterMm: number; ink: Ink };

/** Part of the prepared reference, laid on the parallelogram its corner and two sides span. */
export type PagePicture = {
  kind: 'picture';
  corner: readonly [number, number];
  across: readonly [number, number];
  down: readonly [number, number];
  /** In pixels of the prepared picture. */
  window: PixelWindow;
  look: ReferenceView;
};

/** What is drawn rather than a picture. */
export type VectorItem = PageStroke | PageText | PageFill | PageDots;

/** What would reach out of its part of the page, shown only inside rings; rings within rings are holes. */
export type PageWithin = { kind: 'within'; rings: ArrayLike<number>[]; items: VectorItem[] };

export type PageItem = VectorItem | PagePicture | PageWithin;

/** sRGB, 0–255. */
export type Rgb = readonly [number, number, number];

/**
 * Graphite for what is traced, blue pencil for guides and measures, faint for what only orients, rub for where
 * the back is rubbed.
 */
export type Ink = 'graphite' | 'guide' | 'faint' | 'rub';

export const inkColours: Readonly<Record<Ink, Rgb>> = {
  graphite: [20, 20, 20],
  guide: [58, 96, 150],
  faint: [150, 150, 150],
  rub: [214, 206, 194],
};

export const colourOf = (ink: Ink | Rgb): Rgb => (typeof ink === 'string' ? inkColours[ink] : ink);

/** A printed page, independent of what paints it. */
export type SheetPage = { label: string; widthMm: number; heightMm: number; items: PageItem[] };

/** A stroke with what is usual: open, whole, in graphite. */
export function strokeOf(
  points: ArrayLike<number>,
  widthMm: number,
  rest: Partial<Omit<PageStroke, 'kind' | 'points' | 'widthMm'>> = {},
): PageStroke {
  return { kind: 'stroke', points, widthMm, closed: false, ink: 'graphite', dashMm: null, ...rest };
}

/** A line of text with what is usual: from its start, in graphite. */
export function textOf(
  x: number,
  y: number,
  text: string,
  sizeMm: number,
  rest: Partial<Pick<PageText, 'anchor' | 'ink'>> = {},
): PageText {
  return { kind: 'text', x, y, text, sizeMm, anchor: 'start', ink: 'graphite', ...rest };
}

const mirroredAnchor = { start: 'end', middle: 'middle', end: 'start' } as const;

/** How points are brought from one place to another: x′ = a·x + b·y + c, y′ = d·x + e·y + f. */
export type Affine = { a: number; b: number; c: number; d: number; e: number; f: number };

/** Points brought to their place: x0, y0, x1, y1 … */
function movedPoints(points: ArrayLike<number>, { a, b, c, d, e, f }: Affine): Float64Array {
  const out = new Float64Array(points.length);
  for (let i = 0; i < points.length; i += 2) {
    out[i] = a * points[i] + b * points[i + 1] + c;
    out[i + 1] = d * points[i] + e * points[i + 1] + f;
  }
  return out;
}

function movedVector(item: VectorItem, to: Affine): VectorItem {
  switch (item.kind) {
    case 'stroke':
    case 'dots':
      return { ...item, points: movedPoints(item.points, to) };
    case 'fill':
      return { ...item, rings: item.rings.map((ring) => movedPoints(ring, to)) };
    case 'text': {
      const [x, y] = movedPoints([item.x, item.y], to);
      return { ...item, x, y, anchor: to.a < 0 ? mirroredAnchor[item.anchor] : item.anchor };
    }
  }
}

/**
 * An item brought to its place. Widths and sizes of letters stay. On the reverse side words still read from left to
 * right, and take up the place they would have there.
 */
export function moved(item: PageItem, to: Affine): PageItem {
  if (item.kind === 'within')
    return {
      ...item,
      rings: item.rings.map((ring) => movedPoints(ring, to)),
      items: item.items.map((own) => movedVector(own, to)),
    };
  if (item.kind !== 'picture') return movedVector(item, to);
  const { a, b, d, e } = to;
  const side = ([x, y]: readonly [number, number]) => [a * x + b * y, d * x + e * y] as const;
  const [x, y] = movedPoints(item.corner, to);
  return { ...item, corner: [x, y], across: side(item.across), down: side(item.down) };
}
