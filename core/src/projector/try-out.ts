import { gaussian, seeded } from '../camera/index.js';
import { squareOn, type SimulatedProjector } from './thrown.js';
import type { SimulatedWall } from './wall.js';
import type { SimulatedCamera } from './projected.js';

type Part = { x: number; y: number; width: number; height: number };

/** How a projector is set up by eye that one tries things out with: askew, as they all are at first. */
const byEye = { aside: 0.07, above: -0.05, yawDeg: -3.1, pitchDeg: -2.4, rollDeg: 1.1 };
/** Its picture is larger than what it has to hold by this. */
const roomShare = 1.22;

/**
 * A projector to try things out with, before a part of a surface: stood there by eye, its lens a little bent; before
 * another part of it, moved along on a stand and levelled again.
 *
 * @param part the first part it was set up before, mm
 * @param position how often it was moved along since, and the part it stands before now
 */
export function projectorToTry(
  part: Part,
  screen: { width: number; height: number },
  position: { number: number; part: Part } = { number: 0, part },
): SimulatedProjector {
  const wide = roomShare * Math.max(part.width, (part.height * screen.width) / screen.height);
  const square = squareOn(part, wide, {
    pixelsAcross: screen.width,
    pixelsDown: screen.height,
    lensShift: 0.2,
    distortion: 0.004,
  });
  const random = seeded(position.number);
  const off = position.number === 0 ? 0 : 1;
  return {
    ...square,
    at: {
      x: position.part.x + square.at.x + byEye.aside * square.at.z + off * 6 * gaussian(random),
      y: position.part.y + square.at.y + byEye.above * square.at.z + off * 4 * gaussian(random),
      z: square.at.z * (1 + off * 0.001 * gaussian(random)),
    },
    yawDeg: byEye.yawDeg + off * 0.03 * gaussian(random),
    pitchDeg: byEye.pitchDeg + off * 0.03 * gaussian(random),
    rollDeg: byEye.rollDeg + off * 0.15 * gaussian(random),
  };
}

/** A taped surface on a wall that was painted by hand, in a dim room. */
export const wallToTry = (surface: { width: number; height: number }): SimulatedWall => ({
  surface,
  marked: 'tape',
  colour: [0.66, 0.63, 0.58],
  unevenness: 0.04,
  roomLight: 0.3,
  seed: 3,
});

/** A camera in the hand before it. */
export const cameraToTry = ({ width, height }: { width: number; height: number }): SimulatedCamera => ({
  megapixels: 8,
  at: { x: 0.42 * width, y: 0.52 * height, z: 1.7 * Math.max(width, (height * 4) / 3) },
  rollDeg: -1.3,
  filled: 0.72,
  distortion: 0.004,
  noise: 0.006,
  seed: 5,
});
