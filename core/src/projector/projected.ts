import type { Picture } from '../raster/index.js';
import { gaussian, seeded } from '../camera/index.js';
import { thrownBy, type SimulatedProjector } from './thrown.js';
import { wallAt, type SimulatedWall } from './wall.js';

/** What leaks through a pixel that is black. */
const leak = 0.002;

/** Linear light by its byte, and the byte by its linear light. */
const linear = Float64Array.from({ length: 256 }, (_, byte) => {
  const s = byte / 255;
  return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4;
});
function byteOf(light: number): number {
  const l = Math.min(1, Math.max(0, light));
  return Math.round(255 * (l <= 0.0031308 ? 12.92 * l : 1.055 * l ** (1 / 2.4) - 0.055));
}

/**
 * The light of a wall while a picture is thrown onto it.
 *
 * @param frame what the projector shows: as many pixels as it has
 * @returns what reaches the eye from a place of the wall, mm, seen over a spread of so many mm: red, green and blue
 */
export function lightOnWall(projector: SimulatedProjector, wall: SimulatedWall, frame: Picture) {
  const { inPicture, blurMm } = thrownBy(projector);
  const { width, height, channels, data } = frame;
  const mmPerPixel = projector.at.z / (projector.throwRatio * projector.pixelsAcross);
  const thrown = new Float64Array(3);
  const back = new Float64Array(3);
  /** Adds a spot of the picture, evenly between its pixels. */
  const addSpot = (x: number, y: number, share: number) => {
    const [fx, fy] = [x - 0.5, y - 0.5];
    const [x0, y0] = [Math.floor(fx), Math.floor(fy)];
    for (let j = 0; j < 2; j++)
      for (let i = 0; i < 2; i++) {
        const [px, py] = [x0 + i, y0 + j];
        if (px < 0 || py < 0 || px >= width || py >= height) continue;
        const part = share * (i ? fx - x0 : 1 - fx + x0) * (j ? fy - y0 : 1 - fy + y0);
        const at = channels * (py * width + px);
        for (let k = 0; k < 3; k++) thrown[k] += part * (leak + (1 - leak) * linear[data[at + k]]);
      }
  };
  return (x: number, y: number, spreadMm: number, into: Float64Array): void => {
    thrown.fill(0);
    const at = inPicture(x, y);
    const blurPx = blurMm(x, y) / mmPerPixel;
    if (blurPx < 0.5) addSpot(at.x, at.y, 1);
    else {
      // A disc of confusion as eight spots around its middle and one in it.
      addSpot(at.x, at.y, 0.2);
      for (let k = 0; k < 8; k++) {
        const turn = (k * Math.PI) / 4;
        addSpot(at.x + 0.36 * blurPx * Math.cos(turn), at.y + 0.36 * blurPx * Math.sin(turn), 0.1);
      }
    }
    wallAt(wall, x, y, spreadMm, back);
    for (let k = 0; k < 3; k++) into[k] = back[k] * (thrown[k] + wall.roomLight);
  };
}

/** What is seen on the surface and a little around it, square-on, as if measured. */
export function seenOnWall(
  projector: SimulatedProjector,
  wall: SimulatedWall,
  frame: Picture,
  { pxPerMm, aroundMm }: { pxPerMm: number; aroundMm: number },
): Picture {
  const width = Math.round((wall.surface.width + 2 * aroundMm) * pxPerMm);
  const height = Math.round((wall.surface.height + 2 * aroundMm) * pxPerMm);
  const lightAt = lightOnWall(projector, wall, frame);
  const data = new Uint8ClampedArray(4 * width * height).fill(255);
  const light = new Float64Array(3);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      lightAt((x + 0.5) / pxPerMm - aroundMm, (y + 0.5) / pxPerMm - aroundMm, 1 / pxPerMm, light);
      for (let k = 0; k < 3; k++) data[4 * (y * width + x) + k] = byteOf(light[k] / (1 + wall.roomLight));
    }
  return { width, height, channels: 4, data };
}

/** A camera before the wall. */
export type SimulatedCamera = {
  megapixels: number;
  /** Where it is held, mm, as the projector's lens; it looks at the middle of the surface. */
  at: { x: number; y: number; z: number };
  rollDeg: number;
  /** How much of the picture's width the surface takes. */
  filled: number;
  /** How much its lens bends a corner, as a share. */
  distortion: number;
  /** Noise, as a share of full light. */
  noise: number;
  seed: number;
};

/**
 * A photograph of the wall while a picture is thrown onto it.
 *
 * @returns the photograph, and where a place of the wall lies in it, pixels
 */
export function photographedWall(
  projector: SimulatedProjector,
  wall: SimulatedWall,
  frame: Picture,
  camera: SimulatedCamera,
): { picture: Picture; corners: [number, number][] } {
  const width = Math.round(Math.sqrt((camera.megapixels * 1e6 * 4) / 3));
  const height = Math.round((width * 3) / 4);
  const { surface } = wall;
  const aim = [surface.width / 2 - camera.at.x, surface.height / 2 - camera.at.y, -camera.at.z];
  const far = Math.hypot(...aim);
  // A pinhole camera is a projector the light goes through the other way.
  const wide = Math.max(surface.width, (surface.height * 4) / 3) / camera.filled;
  const { onWall, inPicture } = thrownBy({
    pixelsAcross: width,
    pixelsDown: height,
    throwRatio: far / wide,
    at: camera.at,
    yawDeg: (Math.atan2(aim[0], -aim[2]) * 180) / Math.PI,
    pitchDeg: (Math.asin(-aim[1] / far) * 180) / Math.PI,
    rollDeg: camera.rollDeg,
    lensShift: 0,
    distortion: camera.distortion,
    focusMm: far,
    apertureMm: 0,
  });
  const lightAt = lightOnWall(projector, wall, frame);
  const random = seeded(camera.seed);
  const data = new Uint8ClampedArray(3 * width * height);
  const light = new Float64Array(3);
  const spread = wide / width;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const place = onWall(x + 0.5, y + 0.5);
      lightAt(place.x, place.y, spread, light);
      for (let k = 0; k < 3; k++)
        data[3 * (y * width + x) + k] = byteOf(
          light[k] / (1 + wall.roomLight) + camera.noise * gaussian(random),
        );
    }
  const corners = [
    [0, 0],
    [surface.width, 0],
    [surface.width, surface.height],
    [0, surface.height],
  ].map(([x, y]): [number, number] => {
    const { x: px, y: py } = inPicture(x, y);
    return [px, py];
  });
  return { picture: { width, height, channels: 3, data }, corners };
}
