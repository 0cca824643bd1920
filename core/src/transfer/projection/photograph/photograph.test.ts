import { expect } from 'chai';
import {
  cameraToTry,
  photographedWall,
  projectorToTry,
  thrownBy,
  wallToTry,
} from '../../../projector/index.js';
import { quadBy } from '../../../geometry/index.js';
import { worstOver } from '../../../testing/index.js';
import { dotsFrame, dotsOn, placeByPhotograph, ProjectionNotSeen, wholeOf } from '../index.js';

const surface = { width: 1800, height: 1100 };
const whole = wholeOf(surface);
const screen = { width: 1920, height: 1080 };

describe('a photograph of the dots', () => {
  const projector = projectorToTry(whole, screen);
  const camera = { ...cameraToTry(surface), megapixels: 2.5 };
  const taken = (frame = dotsFrame(screen), marked: 'tape' | 'panel' = 'tape') =>
    photographedWall(projector, { ...wallToTry(surface), marked }, frame, camera);

  it('places the surface within a pixel, taped or a panel', () => {
    for (const marked of ['tape', 'panel'] as const) {
      const { picture } = taken(undefined, marked);
      const { fit, dots, rmsPx } = placeByPhotograph(picture, surface, screen);
      expect(worstOver(fit, thrownBy(projector), whole), marked).to.be.below(0.8);
      expect(dots).to.be.above(60);
      expect(rmsPx).to.be.below(0.5);
    }
  });

  it('that shows none, or no outline, is refused with what to do', () => {
    const black = { ...dotsFrame(screen), data: new Uint8ClampedArray(4 * screen.width * screen.height) };
    expect(() => placeByPhotograph(taken(black).picture, surface, screen)).to.throw(
      ProjectionNotSeen,
      'dots',
    );
    const bare = { ...wallToTry(surface), marked: 'panel' as const, colour: [0.86, 0.85, 0.82] as const };
    const { picture } = photographedWall(projector, bare, dotsFrame(screen), camera);
    expect(() => placeByPhotograph(picture, surface, screen)).to.throw(ProjectionNotSeen, 'outline');
  });

  it('places by corners that were pointed out where no outline is seen, and by its sides where they are', () => {
    const { picture, corners } = taken();
    const pointed = (off: number) =>
      quadBy((k) => ({ x: corners[k][0] + (k % 2 ? off : -off), y: corners[k][1] + off }));
    // Some pixels off, as a hand points: the tape beside them places it.
    const near = placeByPhotograph(picture, surface, screen, pointed(4));
    expect(worstOver(near.fit, thrownBy(projector), whole)).to.be.below(0.8);
    const bare = { ...wallToTry(surface), marked: 'panel' as const, colour: [0.86, 0.85, 0.82] as const };
    const unmarked = photographedWall(projector, bare, dotsFrame(screen), camera).picture;
    const exact = placeByPhotograph(unmarked, surface, screen, pointed(0));
    expect(worstOver(exact.fit, thrownBy(projector), whole)).to.be.below(2.5);
  });

  it('can be told from every other turning of it by the larger dots', () => {
    const dots = dotsOn(screen);
    const usual = Math.min(...dots.map(({ radiusPx }) => radiusPx));
    const larger = dots.filter(({ radiusPx }) => radiusPx > 1.5 * usual);
    expect(larger).to.have.length(3);
    expect(new Set(dots.map(({ column, row }) => `${column} ${row}`)).size).to.equal(dots.length);
    for (const { x, y } of dots) {
      expect(x).to.be.within(0, screen.width);
      expect(y).to.be.within(0, screen.height);
    }
  });
});
