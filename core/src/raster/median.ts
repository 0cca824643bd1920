/** The middle one of some numbers, or 0 of none. */
export function median(values: ArrayLike<number>): number {
  const sorted = new Float64Array(values).sort();
  return sorted.length === 0 ? 0 : sorted[sorted.length >> 1];
}
