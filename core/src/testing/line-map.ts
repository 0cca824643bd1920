import type { MapDocument, MapLine } from '../documents/index.js';

/** A hard boundary of its own, with what a test wants different. */
export function lineOf(points: [number, number][], rest: Partial<MapLine> = {}): MapLine {
  return {
    id: 'a1',
    kind: 'boundary',
    edge: 'hard',
    contrast: 50,
    softness: 0.3,
    weight: 1,
    closed: false,
    points,
    left: null,
    right: null,
    ...rest,
  };
}

/** A map of given lines on a surface it fills, mm; of one diagonal when none are given. */
export function mapWith(
  width: number,
  height: number,
  lines: MapLine[] = [
    lineOf([
      [0, 0],
      [width, height],
    ]),
  ],
): MapDocument {
  return {
    format: 'nobrel-map',
    version: 1,
    units: 'mm',
    surface: { width, height },
    frame: { x: 0, y: 0, width, height },
    values: [],
    shapes: [],
    lines,
    settings: {},
  };
}
