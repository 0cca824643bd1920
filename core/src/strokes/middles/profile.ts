/** A stroke in a profile across it: its rims, in samples, and how dark its middle is, L\*. */
export type StrokeAcross = { from: number; to: number; darkness: number };

/**
 * Finds the rims of a stroke in a profile across it: where it is half as dark as in its middle, which is where the rims
 * of blurred strokes lie.
 *
 * @param profile how much darker than the paper each sample is, L\*; the stroke's middle lies about the middle one
 * @param near the darkest sample lies within so many of the middle one
 * @returns a stroke of no width where nothing there is darker than the paper
 */
export function findRims(profile: ArrayLike<number>, near: number): StrokeAcross {
  const middle = (profile.length - 1) / 2;
  let top = middle;
  for (let k = middle - near; k <= middle + near; k++) if (profile[k] > profile[top]) top = k;
  if (!(profile[top] > 0)) return { from: top, to: top, darkness: profile[top] };
  const rim = profile[top] / 2;
  const edge = (step: 1 | -1) => {
    let k = top;
    while (k + step >= 0 && k + step < profile.length && profile[k + step] > rim) k += step;
    const beyond = k + step;
    if (beyond < 0 || beyond >= profile.length) return k;
    return k + (step * (profile[k] - rim)) / (profile[k] - profile[beyond] || 1);
  };
  return { from: edge(-1), to: edge(1), darkness: profile[top] };
}
