import { expect } from 'chai';
import type { Point } from '../../geometry/index.js';
import { squareOn, thrownBy } from '../../projector/index.js';
import { judgeFilm } from './index.js';

describe('a film on the wall', () => {
  const frame = { width: 1500, height: 1000 };
  const lens = { focalMm: 315, times: 5.26 };
  const away = lens.focalMm * (1 + lens.times);
  /** What a tape measures of a film that is thrown from a head that leans, and is too near by a share. */
  function measured(pitchDeg: number, yawDeg: number, nearer = 0) {
    const beam = thrownBy({
      ...squareOn(frame, 1700, { throwRatio: away / 1700 }),
      yawDeg,
      pitchDeg,
    });
    const truth = thrownBy(squareOn(frame, 1700, { throwRatio: away / 1700 }));
    const at = (x: number, y: number) => {
      const px = truth.inPicture(x, y);
      const seen = beam.onWall(px.x, px.y);
      return { x: seen.x * (1 - nearer), y: seen.y * (1 - nearer) };
    };
    const length = (a: Point, b: Point) => Math.hypot(b.x - a.x, b.y - a.y);
    const [a, b, c, d] = [at(0, 0), at(1500, 0), at(1500, 1000), at(0, 1000)];
    return {
      top: length(a, b),
      right: length(b, c),
      bottom: length(d, c),
      left: length(a, d),
      tickAcross: length(a, at(500, 0)),
      tickDown: length(a, at(0, 500)),
    };
  }

  it('that stands right says so', () => {
    const film = judgeFilm(measured(0, 0), frame, 500, lens);
    expect(film.size).to.be.closeTo(1, 1e-9);
    for (const mm of [film.nearerMm, film.raiseMm, film.asideMm, film.disagreeMm])
      expect(mm).to.be.closeTo(0, 1e-6);
  });

  it('tells how far the head leans, and what to move', () => {
    const up = judgeFilm(measured(3, 0), frame, 500, lens);
    expect((up.upRad * 180) / Math.PI).to.be.closeTo(3, 0.1);
    expect(up.raiseMm).to.be.closeTo(away * Math.tan((3 * Math.PI) / 180), 4);
    expect(up.rightRad).to.be.closeTo(0, 1e-6);
    const right = judgeFilm(measured(0, 2), frame, 500, lens);
    expect((right.rightRad * 180) / Math.PI).to.be.closeTo(2, 0.1);
    const small = judgeFilm(measured(0, 0, 0.02), frame, 500, lens);
    expect(small.size).to.be.closeTo(0.98, 1e-9);
    expect(small.nearerMm).to.be.closeTo(-0.02 * lens.focalMm * lens.times, 1e-6);
  });

  it('doubts a tick that does not lie on its edge, and refuses what cannot be', () => {
    const wrong = { ...measured(1, 1), tickAcross: 540 };
    expect(judgeFilm(wrong, frame, 500, lens).disagreeMm).to.be.above(25);
    expect(() => judgeFilm({ ...wrong, top: 0 }, frame, 500, lens)).to.throw(RangeError, 'nothing');
    expect(() => judgeFilm({ ...wrong, top: 4000 }, frame, 500, lens)).to.throw(RangeError, 'double');
  });
});
