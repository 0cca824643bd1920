export const transferMethodIds = [
  'transfer-sheet',
  'rubbed-backing',
  'mirrored-tracing',
  'light-box',
  'projector',
  'overhead-projector',
  'prick-and-pounce',
  'grid-by-hand',
  'film-over-original',
] as const;
export type TransferMethod = (typeof transferMethodIds)[number];
