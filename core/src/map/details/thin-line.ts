/** A thin dark or light line down its middle. */
export type ThinLine = {
  /** x0, y0, x1, y1 … in pixels. */
  points: Float64Array;
  /** How far it stands out from both sides, L\*. */
  contrast: number;
  /** How wide the thing is that it runs down the middle of, pixels. */
  widthPx: number;
};
