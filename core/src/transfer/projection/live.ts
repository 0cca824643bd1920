import { z } from 'zod';

/** What is shown on the wall. */
export const projectedViews = ['lines', 'values', 'reference', 'check'] as const;
export type ProjectedView = (typeof projectedViews)[number];

const pixel = z.number().min(-100_000).max(100_000);
const pointSchema = z.object({ x: pixel, y: pixel });
/** Four corners clockwise from the upper left, pixels of the projector's window. */
export const cornersSchema = z.tuple([pointSchema, pointSchema, pointSchema, pointSchema]);
export const screenSchema = z.object({
  width: z.number().min(100).max(20_000),
  height: z.number().min(100).max(20_000),
});

/** Where a surface lies in the picture of a projector, as it was placed once. */
export const placedSchema = z.object({ corners: cornersSchema, screen: screenSchema });
export type Placed = z.infer<typeof placedSchema>;

/** What is on the wall right now: what every window and device that steers agrees on. */
export const wallPictureSchema = z.object({
  view: z.enum(projectedViews).default('lines'),
  /** Nothing at all, to see what is traced. */
  blank: z.boolean().default(false),
  /** Slowly on and off, to compare. */
  blink: z.boolean().default(false),
  /** Only lines that are still to trace. */
  onlyLeft: z.boolean().default(true),
  /** Lines that flash, by their ids. */
  flash: z.array(z.string().max(100)).max(50).default([]),
  /** Handles at the corners are shown, and keys move the one in hand. */
  placing: z.boolean().default(false),
  corner: z.int().min(0).max(3).default(0),
  placed: placedSchema.nullable().default(null),
  colour: z
    .string()
    .regex(/^#[0-9a-f]{6}$/)
    .default('#ffffff'),
  /** Breadth of the lines on the wall, mm; never less than a pixel. */
  lineMm: z.number().min(0.1).max(100).default(1.5),
});
export type WallPicture = z.infer<typeof wallPictureSchema>;

/** A change of it by one of those who steer. */
export const wallPictureChangeSchema = z.strictObject({
  view: wallPictureSchema.shape.view.unwrap().optional(),
  blank: z.boolean().optional(),
  blink: z.boolean().optional(),
  onlyLeft: z.boolean().optional(),
  flash: wallPictureSchema.shape.flash.unwrap().optional(),
  placing: z.boolean().optional(),
  corner: wallPictureSchema.shape.corner.unwrap().optional(),
  placed: placedSchema.nullable().optional(),
  colour: wallPictureSchema.shape.colour.unwrap().optional(),
  lineMm: wallPictureSchema.shape.lineMm.unwrap().optional(),
});
export type WallPictureChange = z.infer<typeof wallPictureChangeSchema>;

/** What those who steer are told: what is on the wall, and how many windows show it. */
export const wallPictureToldSchema = z.object({
  picture: wallPictureSchema,
  windows: z.int().min(0),
});
export type WallPictureTold = z.infer<typeof wallPictureToldSchema>;

/** What is on the wall before anything was said. */
export const defaultWallPicture: WallPicture = wallPictureSchema.parse({});
