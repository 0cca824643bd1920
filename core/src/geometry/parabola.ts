/**
 * Where a parabola through three neighbours has its bottom.
 *
 * @param reach how far from the middle one it is looked for, in steps from neighbour to neighbour
 * @returns steps from the middle one, −reach to reach; 0 where they do not bend upwards
 */
export function parabolaBottom(before: number, middle: number, after: number, reach = 0.5): number {
  const bend = before - 2 * middle + after;
  if (bend <= 1e-6) return 0;
  return Math.max(-reach, Math.min(reach, (before - after) / (2 * bend)));
}
