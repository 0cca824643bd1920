/** A run of places along a stroke, with what was read there. */
export type Centred = {
  /** x0, y0 …, pixels. */
  points: Float64Array;
  /** Width of the stroke at each place, pixels. */
  widths: Float64Array;
  /** How much darker than the paper its middle is at each place, L\*. */
  darkness: Float64Array;
};

/** A stroke of a drawing, down its middle. */
export type Stroke = Centred & {
  closed: boolean;
  /** Whether its first and last end meet nothing. */
  free: [boolean, boolean];
  /** The outline of a filled-in black. */
  black?: boolean;
};
