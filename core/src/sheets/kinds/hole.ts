/** A hole to prick, mm on the surface. */
export type Hole = {
  x: number;
  y: number;
  /** The lines it lies on; crossing lines share one. */
  lines: string[];
  /** Why it is where it is. */
  at: 'end' | 'corner' | 'crossing' | 'along';
};

export type Pricking = {
  holes: Hole[];
  /** Places where dots of two lines, or of two stretches of one, lie closer than the paper stands. */
  merging: { x: number; y: number; lines: string[] }[];
  minutes: number;
};
