/** Repeatable pseudo-random number in [0, 1) for a lattice point. */
export function hash(x: number, y: number, z: number): number {
  let h = Math.imul(x | 0, 374761393) ^ Math.imul(y | 0, 668265263) ^ Math.imul(z | 0, 2147483647);
  h = Math.imul(h ^ (h >>> 13), 1274126177);
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
}

/** Smooth value noise in [0, 1), one feature per unit. */
export function valueNoise(x: number, y: number, z: number): number {
  const xi = Math.floor(x);
  const yi = Math.floor(y);
  const zi = Math.floor(z);
  const fade = (t: number) => t * t * (3 - 2 * t);
  const u = fade(x - xi);
  const v = fade(y - yi);
  const w = fade(z - zi);
  const lerp = (a: number, b: number, t: number) => a + (b - a) * t;
  const edge = (dy: number, dz: number) =>
    lerp(hash(xi, yi + dy, zi + dz), hash(xi + 1, yi + dy, zi + dz), u);
  return lerp(lerp(edge(0, 0), edge(1, 0), v), lerp(edge(0, 1), edge(1, 1), v), w);
}

/** Several octaves of value noise, in [0, 1). */
export function layeredNoise(x: number, y: number, z: number, octaves: number): number {
  let sum = 0;
  let amplitude = 0.5;
  let total = 0;
  let frequency = 1;
  for (let i = 0; i < octaves; i++) {
    sum += amplitude * valueNoise(x * frequency, y * frequency, z * frequency);
    total += amplitude;
    amplitude *= 0.5;
    frequency *= 2.03;
  }
  return sum / total;
}

/** A gentle, cheap unevenness of ground in about [0, 1], one swell per unit. */
export function swell(x: number, z: number): number {
  return (
    0.5 +
    0.22 * Math.sin(2.1 * x + 1.3 * z + 0.4) +
    0.15 * Math.sin(-3.7 * x + 4.3 * z + 1.9 + Math.sin(1.1 * x)) +
    0.09 * Math.sin(7.9 * x + 6.1 * z + 2.7) +
    0.04 * Math.sin(13.3 * x - 17.9 * z)
  );
}
