/** The classic checks of a drawing, each of some places. */
export const measureKinds = [
  'angle',
  'plumb',
  'level',
  'proportion',
  'triangle',
  'bow',
  'centre',
  'space',
] as const;
export type MeasureKind = (typeof measureKinds)[number];

/** More corners than this a space is not looked at with. */
export const maxCorners = 12;
