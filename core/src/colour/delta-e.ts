import type { Lab } from './lab.js';

const toRad = Math.PI / 180;
const pow7 = (c: number) => c ** 7;
const far = 25 ** 7;

/**
 * Difference of two colours as the eye sees it: CIEDE2000 with all weights 1.
 *
 * Formula after Sharma, Wu & Dalal, "The CIEDE2000 color-difference formula", 2005; checked against their
 * test data.
 */
export function deltaE2000(one: Lab, other: Lab): number {
  const meanC = (Math.hypot(one.a, one.b) + Math.hypot(other.a, other.b)) / 2;
  const g = 0.5 * (1 - Math.sqrt(pow7(meanC) / (pow7(meanC) + far)));
  const a1 = (1 + g) * one.a;
  const a2 = (1 + g) * other.a;
  const c1 = Math.hypot(a1, one.b);
  const c2 = Math.hypot(a2, other.b);
  const h1 = hueDeg(a1, one.b);
  const h2 = hueDeg(a2, other.b);
  const grey = c1 * c2 === 0;
  const turn = grey ? 0 : ((h2 - h1 + 540) % 360) - 180;
  const dL = other.lightness - one.lightness;
  const dC = c2 - c1;
  const dH = 2 * Math.sqrt(c1 * c2) * Math.sin((turn / 2) * toRad);
  const l = (one.lightness + other.lightness) / 2;
  const c = (c1 + c2) / 2;
  const h = grey ? h1 + h2 : meanHue(h1, h2);
  const t =
    1 -
    0.17 * Math.cos((h - 30) * toRad) +
    0.24 * Math.cos(2 * h * toRad) +
    0.32 * Math.cos((3 * h + 6) * toRad) -
    0.2 * Math.cos((4 * h - 63) * toRad);
  const sL = 1 + (0.015 * (l - 50) ** 2) / Math.sqrt(20 + (l - 50) ** 2);
  const sC = 1 + 0.045 * c;
  const sH = 1 + 0.015 * c * t;
  const rotation = 60 * Math.exp(-(((h - 275) / 25) ** 2));
  const rT = -Math.sin(rotation * toRad) * 2 * Math.sqrt(pow7(c) / (pow7(c) + far));
  const x = dL / sL;
  const y = dC / sC;
  const z = dH / sH;
  return Math.sqrt(Math.max(0, x * x + y * y + z * z + rT * y * z));
}

function hueDeg(a: number, b: number): number {
  if (a === 0 && b === 0) return 0;
  const angle = Math.atan2(b, a) / toRad;
  return angle < 0 ? angle + 360 : angle;
}

function meanHue(h1: number, h2: number): number {
  if (Math.abs(h1 - h2) <= 180) return (h1 + h2) / 2;
  return h1 + h2 < 360 ? (h1 + h2 + 360) / 2 : (h1 + h2 - 360) / 2;
}
