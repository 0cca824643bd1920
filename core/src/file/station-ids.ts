/** The stations of the order of work, in order; also the last part of their address. */
export const stationIds = ['reference', 'fit', 'map', 'sheets', 'check', 'transfer', 'file'] as const;
export type Station = (typeof stationIds)[number];
