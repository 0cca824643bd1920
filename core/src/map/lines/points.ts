/** Points of a line as the document keeps them: to a ten-thousandth of a millimetre. */
export function toPoints(flat: ArrayLike<number>): [number, number][] {
  const points: [number, number][] = [];
  for (let i = 0; i < flat.length; i += 2) points.push([round(flat[i], 4), round(flat[i + 1], 4)]);
  return points;
}

/** A number to so many decimals. */
export function round(value: number, decimals: number): number {
  const factor = 10 ** decimals;
  return Math.round(value * factor) / factor;
}
