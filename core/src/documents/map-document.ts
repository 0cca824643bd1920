import { z } from 'zod';
import { readDocument } from './read-document.js';

/**
 * The map document, version 1: one drawing on one surface. Lengths in mm from the top-left corner of the
 * surface, x to the right, y down. Fields not known here are carried through unchanged.
 */
const positive = z.number().positive();
const point = z.tuple([z.number(), z.number()]);

export const lineKinds = ['boundary', 'detail', 'direction', 'hidden', 'guide', 'frame'] as const;
export const lineParts = ['silhouette', 'mass', 'inner'] as const;
export const edgeQualities = ['hard', 'soft', 'lost'] as const;
export const boundariesOf = [
  'contour',
  'value',
  'cast-shadow',
  'form-shadow',
  'highlight',
  'texture',
  'stroke',
] as const;
export type BoundaryOf = (typeof boundariesOf)[number];
export type LineKind = (typeof lineKinds)[number];
export type EdgeQuality = (typeof edgeQualities)[number];

const lineSchema = z.looseObject({
  id: z.string().min(1),
  kind: z.enum(lineKinds),
  edge: z.enum(edgeQualities),
  /** |ΔL*| across the line. */
  contrast: z.number().min(0),
  /** 10–90 % width of the tonal step across the line, mm. */
  softness: z.number().min(0),
  /** How much the line matters, 0–1. */
  weight: z.number().min(0).max(1),
  closed: z.boolean(),
  points: z.array(point).min(2),
  left: z.string().nullable(),
  right: z.string().nullable(),
  /** False for a line left out of the drawing; its shapes still need it. */
  kept: z.boolean().optional(),
  /** Why it was left out: by hand, for want of time, since it matters little, in an excluded area, as a shadow's outline, since a stroke of the drawing runs along it, as a link too short to set the pencil down for. */
  leftOut: z.enum(['hand', 'time', 'little', 'excluded', 'shadow', 'stroke', 'short']).optional(),
  /** What it is the boundary of: a thing or its part, a value on a form, a shadow, a highlight. */
  of: z.enum(boundariesOf).optional(),
  /** The detail from which on it is drawn, 0–1: 0 only the silhouette of what is largest, 1 everything. */
  from: z.number().min(0).max(1).optional(),
  /** What it belongs to: the outermost boundary, a big mass, or what lies within. */
  part: z.enum(lineParts).optional(),
  /** ΔE2000 across a line between two colours of one value. */
  colour: z.number().min(0).optional(),
  /** Width of the thin thing it runs down the middle of, mm. */
  width: z.number().min(0).optional(),
  /** How dark the stroke of a drawing is, as a share of how dark its strokes are. */
  strength: z.number().min(0).max(1).optional(),
  /** A contour of which nothing is seen here, though the thing goes on: lost, but known. */
  known: z.boolean().optional(),
  /** Drawn as dots, as the outline of a cast shadow can be. */
  dotted: z.boolean().optional(),
  /** Drawn or changed by the painter. */
  byHand: z.boolean().optional(),
  /** The painter wants it, whatever it weighs. */
  held: z.boolean().optional(),
  /** The shape beside it that lies in front. */
  front: z.string().optional(),
});

/** Something that became part of a shape, and why. */
const joinSchema = z.looseObject({
  because: z.enum(['same value', 'too alike', 'too small', 'too narrow', 'by hand']),
  /** mm² */
  area: z.number(),
  /** ΔL\*, or ΔE2000 where colours count. */
  difference: z.number(),
  x: z.number(),
  y: z.number(),
});

const lineReference = z.looseObject({ line: z.string(), reversed: z.boolean() });

const shapeSchema = z.looseObject({
  id: z.string().min(1),
  level: z.int().min(0),
  /** mm² */
  area: z.number(),
  /** Outer ring first, then holes; every ring a run of lines end to end. */
  rings: z.array(z.array(lineReference).min(1)).min(1),
  /** What was joined into it, largest first; the least of it is left out. */
  joins: z.array(joinSchema).optional(),
  castShadow: z.boolean().optional(),
});

/** How far lines may reach beyond their surface, in its longer sides: what lies further was not meant. */
const maxSurfaces = 10;
/** Points of all lines together: more than any hand traces, and few enough to be worked with. */
const maxPoints = 2_000_000;

type Reach = {
  surface: { width: number; height: number };
  lines: readonly { points: readonly (readonly number[])[] }[];
};

/** Where a map goes beyond what can be worked with: the path of the first such line, or null. */
function farPoint({ surface, lines }: Reach): (string | number)[] | null {
  const reach = maxSurfaces * Math.max(surface.width, surface.height);
  let points = 0;
  for (let i = 0; i < lines.length; i++) {
    points += lines[i].points.length;
    if (points > maxPoints) return ['lines', i, 'points'];
    for (const [x, y] of lines[i].points)
      if (Math.abs(x) > reach || Math.abs(y) > reach) return ['lines', i, 'points'];
  }
  return null;
}

export const mapDocumentSchema = z
  .looseObject({
    format: z.literal('nobrel-map'),
    version: z.literal(1),
    units: z.literal('mm'),
    surface: z.looseObject({ width: positive, height: positive }),
    frame: z.looseObject({ x: z.number(), y: z.number(), width: positive, height: positive }),
    /** Darkest first. */
    values: z.array(
      z.looseObject({
        level: z.int().min(0),
        lightness: z.number(),
        /** L\* from which a tone belongs to it; none for the darkest. */
        from: z.number().optional(),
      }),
    ),
    shapes: z.array(shapeSchema),
    lines: z.array(lineSchema),
    settings: z.record(z.string(), z.unknown()),
    /** What the reference was taken for, and how sure that was when it was told by its tones. */
    readAs: z
      .looseObject({
        kind: z.enum(['photograph', 'drawing']),
        certainty: z.number().min(0).max(1),
        /** Of a drawing: lines darker than this share of its darkness were taken. */
        darkerThan: z.number().optional(),
        /** Of a drawing: how many fainter lines there are, and how long they are, mm. */
        faint: z.looseObject({ count: z.number(), lengthMm: z.number() }).optional(),
        /** Of a drawing: the strokes of hatching in it, likewise. */
        hatching: z.looseObject({ count: z.number(), lengthMm: z.number() }).optional(),
        /** Of a drawing: the share of its sheet that has tone on it. */
        tone: z.number().optional(),
        /** Of a drawing: how far apart the lines printed on its paper are, mm, where they were taken like others. */
        printedEveryMm: z.number().optional(),
        /** Of a drawing: what was cleaned up, how many lines that moved, and by how much, mm. */
        cleanedUp: z
          .array(
            z.looseObject({ kind: z.string(), lines: z.number(), mostMm: z.number(), meanMm: z.number() }),
          )
          .optional(),
      })
      .optional(),
    /** Corrections that no longer fit, and why. */
    unplaced: z.array(z.looseObject({ id: z.string(), says: z.string() })).optional(),
  })
  .superRefine((map, context) => {
    const far = farPoint(map);
    if (far)
      context.addIssue({
        code: 'custom',
        path: far,
        message: `the map reaches further than ${maxSurfaces} times its surface, or has more than ${maxPoints} points`,
      });
    const lines = new Set(map.lines.map((line) => line.id));
    const shapes = new Set(map.shapes.map((shape) => shape.id));
    if (lines.size < map.lines.length) {
      context.addIssue({ code: 'custom', path: ['lines'], message: 'two lines have the same id' });
    }
    map.shapes.forEach((shape, s) =>
      shape.rings.forEach((ring, r) =>
        ring.forEach((reference, i) => {
          if (!lines.has(reference.line)) {
            context.addIssue({
              code: 'custom',
              path: ['shapes', s, 'rings', r, i, 'line'],
              message: `there is no line ${reference.line}`,
            });
          }
        }),
      ),
    );
    map.lines.forEach((line, i) =>
      (['left', 'right'] as const).forEach((side) => {
        const shape = line[side];
        if (shape !== null && !shapes.has(shape)) {
          context.addIssue({
            code: 'custom',
            path: ['lines', i, side],
            message: `there is no shape ${shape}`,
          });
        }
      }),
    );
  });

export type MapDocument = z.infer<typeof mapDocumentSchema>;
export type MapLine = MapDocument['lines'][number];
export type MapShape = MapDocument['shapes'][number];
export type ShapeJoin = NonNullable<MapShape['joins']>[number];

/**
 * Reads a map document from the text of a `*.map.json` file.
 *
 * @throws DocumentError naming the first bad field, or saying that the file is from a newer version
 */
export function readMapDocument(text: string): MapDocument {
  return readDocument(text, { schema: mapDocumentSchema, format: 'nobrel-map', version: 1, name: 'map' });
}

/** The text of a `*.map.json` file: one line of text for each line and shape, so that versions can be compared. */
export function writeMapDocument(map: MapDocument): string {
  const { values, shapes, lines, ...rest } = map;
  const list = (items: readonly unknown[]) =>
    items.length === 0 ? '[]' : `[\n    ${items.map((item) => JSON.stringify(item)).join(',\n    ')}\n  ]`;
  const head = JSON.stringify(rest, null, 2).replace(/\n\}$/, '');
  return `${head},\n  "values": ${list(values)},\n  "shapes": ${list(shapes)},\n  "lines": ${list(lines)}\n}\n`;
}
