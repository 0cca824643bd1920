/** A stroke on a page, in mm from the page's top-left corner. */
export type PageStroke = {
  kind: 'stroke';
  /** x0, y0, x1, y1 … */
  points: number[];
  closed: boolean;
  widthMm: number;
  ink: Ink;
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

export type PageItem = PageStroke | PageText;

/** Graphite for what is traced, blue pencil for guides and measures, faint for what only orients. */
export type Ink = 'graphite' | 'guide' | 'faint';

/** sRGB of each ink, 0–255. */
export const inkColours: Readonly<Record<Ink, readonly [number, number, number]>> = {
  graphite: [20, 20, 20],
  guide: [58, 96, 150],
  faint: [150, 150, 150],
};

/** A printed page, independent of what paints it. */
export type SheetPage = { label: string; widthMm: number; heightMm: number; items: PageItem[] };
