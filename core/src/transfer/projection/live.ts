import { z } from 'zod';

/** What is shown on the wall. */
export const projectedViews = ['lines', 'values', 'reference', 'check', 'dots'] as const;
export type ProjectedView = (typeof projectedViews)[number];

/** How much of the lines is shown: all, the stretch at hand, or what bounds the shapes beside the next line. */
export const projectedExtents = ['all', 'stretch', 'shape'] as const;
export type ProjectedExtent = (typeof projectedExtents)[number];

/** What handles are shown for: the four corners, nine points, or the places by which a position is joined. */
export const placings = ['none', 'corners', 'points', 'places'] as const;
export type PlacingKind = (typeof placings)[number];

const pixel = z.number().min(-100_000).max(100_000);
const mm = z.number().min(-100_000).max(100_000);
const pointSchema = z.object({ x: pixel, y: pixel });
/** Four corners clockwise from the upper left, pixels of the projector's window. */
export const cornersSchema = z.tuple([pointSchema, pointSchema, pointSchema, pointSchema]);
export const screenSchema = z.object({
  width: z.number().min(100).max(20_000),
  height: z.number().min(100).max(20_000),
});
/** A place of the surface, mm, and the pixel that lights it. */
export const wallPairSchema = z.object({ at: z.object({ x: mm, y: mm }), px: pointSchema });

/** Where a surface, or the part of it at one position, lies in the picture of a projector, as it was placed once. */
export const placedSchema = z.object({
  corners: cornersSchema,
  /** Further places, by which the lens is known. */
  points: z.array(wallPairSchema).max(40).default([]),
  screen: screenSchema,
  /** The number of the position and its part of the surface, mm; null for the whole of it. */
  position: z
    .object({ number: z.int().min(0).max(100), x: mm, y: mm, width: mm, height: mm })
    .nullable()
    .default(null),
});
export type Placed = z.infer<typeof placedSchema>;

const colour = z.string().regex(/^#[0-9a-f]{6}$/);
const fields = {
  view: z.enum(projectedViews),
  /** Nothing at all, to see what is traced. */
  blank: z.boolean(),
  /** Slowly on and off, to compare. */
  blink: z.boolean(),
  /** Squares over it, as they are drawn on the surface. */
  grid: z.boolean(),
  /** Light of the picture, as a share. */
  brightness: z.number().min(0.1).max(1),
  /** Only lines that are still to trace. */
  onlyLeft: z.boolean(),
  extent: z.enum(projectedExtents),
  /** The lines of the stretch or beside the shape at hand, by their ids; what is shown when not all is. */
  among: z.array(z.string().max(100)).max(20_000),
  /** Lines that flash, by their ids. */
  flash: z.array(z.string().max(100)).max(50),
  placing: z.enum(placings),
  /** The number of the handle in hand. */
  inHand: z.int().min(0).max(30),
  placed: placedSchema.nullable(),
  /** Places by which the position is joined, and the pixels they were brought to. */
  places: z.array(wallPairSchema).max(12),
  /** Light crosses that are drawn here to join a later position by, mm on the surface. */
  crosses: z.array(z.object({ x: mm, y: mm })).max(60),
  colour,
  /** Width of the lines on the wall, mm; never less than a pixel. */
  lineMm: z.number().min(0.1).max(100),
};

/** What is on the wall right now: what every window and device that steers agrees on. */
export const wallPictureSchema = z.object({
  view: fields.view.default('lines'),
  blank: fields.blank.default(false),
  blink: fields.blink.default(false),
  grid: fields.grid.default(false),
  brightness: fields.brightness.default(1),
  onlyLeft: fields.onlyLeft.default(true),
  extent: fields.extent.default('all'),
  among: fields.among.default([]),
  flash: fields.flash.default([]),
  placing: fields.placing.default('none'),
  inHand: fields.inHand.default(0),
  placed: fields.placed.default(null),
  places: fields.places.default([]),
  crosses: fields.crosses.default([]),
  colour: fields.colour.default('#ffffff'),
  lineMm: fields.lineMm.default(1.5),
});
export type WallPicture = z.infer<typeof wallPictureSchema>;

/** A change of it by one of those who steer. */
export const wallPictureChangeSchema = z.strictObject(fields).partial();
export type WallPictureChange = z.infer<typeof wallPictureChangeSchema>;

/** A window that shows the picture, pixels; as a query tells it. */
export const wallWindowSchema = z.object({
  width: z.coerce.number().pipe(screenSchema.shape.width),
  height: z.coerce.number().pipe(screenSchema.shape.height),
});
export type WallWindow = z.infer<typeof wallWindowSchema>;

/** What those who steer are told: what is on the wall, and the windows that show it. */
export const wallPictureToldSchema = z.object({
  picture: wallPictureSchema,
  windows: z.array(screenSchema),
});
export type WallPictureTold = z.infer<typeof wallPictureToldSchema>;

/** What is on the wall before anything was said. */
export const defaultWallPicture: WallPicture = wallPictureSchema.parse({});
