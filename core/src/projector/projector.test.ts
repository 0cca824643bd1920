import { expect } from 'chai';
import fc from 'fast-check';
import type { Picture } from '../raster/index.js';
import {
  cameraToTry,
  lightOnWall,
  photographedWall,
  projectorToTry,
  seenOnWall,
  squareOn,
  thrownBy,
  wallToTry,
} from './index.js';

const surface = { width: 1600, height: 900 };

/** A picture of one grey, with one white square in it. */
function frameWith(size: { width: number; height: number }, square: [number, number, number]): Picture {
  const data = new Uint8ClampedArray(3 * size.width * size.height);
  const [x0, y0, side] = square;
  for (let y = y0; y < y0 + side; y++)
    data.fill(255, 3 * (y * size.width + x0), 3 * (y * size.width + x0 + side));
  return { ...size, channels: 3, data };
}

describe('a simulated projector', () => {
  it('that stands square throws a picture as wide as its throw ratio says, upright before the surface', () => {
    const { onWall } = thrownBy(squareOn(surface, 2000));
    const [left, right] = [onWall(0, 540), onWall(1920, 540)];
    expect(right.x - left.x).to.be.closeTo(2000, 1e-6);
    expect(onWall(960, 540)).to.deep.include({ x: 800 });
    expect(onWall(960, 0).y).to.be.closeTo(450 - 562.5, 1e-6);
  });

  it('with a shifted lens throws above its axis, and no keystone', () => {
    const { onWall } = thrownBy(squareOn(surface, 2000, { lensShift: 0.5 }));
    expect(onWall(960, 540).y).to.be.closeTo(450, 1e-6);
    expect(onWall(1920, 0).x - onWall(0, 0).x).to.be.closeTo(2000, 1e-6);
  });

  it('that is tilted up throws its upper edge broader, by the angles of its rays', () => {
    const square = squareOn(surface, 2000);
    const { onWall } = thrownBy({ ...square, pitchDeg: 10 });
    const broad = onWall(1920, 0).x - onWall(0, 0).x;
    const narrow = onWall(1920, 1080).x - onWall(0, 1080).x;
    const half = Math.atan(562.5 / square.at.z);
    const tilt = (10 * Math.PI) / 180;
    expect(broad / narrow).to.be.closeTo(Math.cos(tilt - half) / Math.cos(tilt + half), 1e-6);
  });

  it('finds the pixel of every place it lights, however it stands', () => {
    const turn = fc.double({ min: -20, max: 20, noNaN: true });
    const bent = fc.double({ min: -0.03, max: 0.03, noNaN: true });
    const across = fc.double({ min: 0, max: 1920, noNaN: true });
    const down = fc.double({ min: 0, max: 1080, noNaN: true });
    fc.assert(
      fc.property(turn, turn, turn, bent, across, down, (yawDeg, pitchDeg, rollDeg, distortion, x, y) => {
        const { onWall, inPicture } = thrownBy({
          ...squareOn(surface, 2000, { lensShift: 0.3, distortion }),
          yawDeg,
          pitchDeg,
          rollDeg,
        });
        const place = onWall(x, y);
        const back = inPicture(place.x, place.y);
        expect(Math.hypot(back.x - x, back.y - y)).to.be.below(1e-3);
      }),
      { numRuns: 200 },
    );
  });

  it('is out of focus where the wall is not where it is sharp', () => {
    const square = squareOn(surface, 2000);
    expect(thrownBy(square).blurMm(800, 450)).to.equal(0);
    const far = thrownBy({ ...square, focusMm: 0.9 * square.at.z });
    expect(far.blurMm(800, 450)).to.be.closeTo(30 / 9, 1e-6);
  });
});

describe('a wall that is thrown at', () => {
  const screen = { width: 320, height: 180 };
  const projector = squareOn(surface, 1600, { pixelsAcross: 320, pixelsDown: 180 });
  const wall = { ...wallToTry(surface), unevenness: 0, colour: [0.5, 0.5, 0.5] as const };
  const light = new Float64Array(3);

  it('adds the light of the picture to that of the room, by what it throws back', () => {
    const lightAt = lightOnWall(projector, wall, frameWith(screen, [150, 80, 20]));
    lightAt(800, 450, 1, light);
    expect(light[1]).to.be.closeTo(0.5 * (1 + wall.roomLight), 1e-6);
    lightAt(300, 200, 1, light);
    // A black pixel lets a little through.
    expect(light[1]).to.be.closeTo(0.5 * (wall.roomLight + 0.002), 1e-6);
  });

  it('shows tape around the surface, and is the same for one seed', () => {
    const lightAt = lightOnWall(projector, wall, frameWith(screen, [0, 0, 1]));
    lightAt(-12, 450, 1, light);
    const tape = light[0];
    lightAt(-60, 450, 1, light);
    expect(tape).to.be.below(0.3 * light[0]);
    const seen = () =>
      seenOnWall(projector, wallToTry(surface), frameWith(screen, [10, 10, 9]), {
        pxPerMm: 0.05,
        aroundMm: 100,
      });
    expect(seen()).to.deep.equal(seen());
  });

  it('is photographed with its corners where they are said to be', () => {
    const camera = { ...cameraToTry(surface), megapixels: 0.4, noise: 0 };
    const dark = frameWith(screen, [0, 0, 0]);
    const panel = { ...wall, marked: 'panel' as const, colour: [0.1, 0.1, 0.1] as const };
    const { picture, corners } = photographedWall(
      projectorToTry({ x: 0, y: 0, ...surface }, screen),
      panel,
      dark,
      camera,
    );
    const greyAt = (x: number, y: number) =>
      picture.data[3 * (Math.floor(y) * picture.width + Math.floor(x)) + 1];
    const middle = corners.reduce(([sx, sy], [x, y]) => [sx + x / 4, sy + y / 4], [0, 0]);
    for (const [x, y] of corners) {
      const towards = (share: number) => greyAt(x + share * (middle[0] - x), y + share * (middle[1] - y));
      expect(towards(0.03)).to.be.above(towards(-0.03) + 40);
    }
  });
});
