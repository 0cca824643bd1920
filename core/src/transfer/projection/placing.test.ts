import { expect } from 'chai';
import fc from 'fast-check';
import { seeded } from '../../camera/index.js';
import type { Point, Rect } from '../../geometry/index.js';
import {
  cameraToTry,
  photographedWall,
  projectorToTry,
  squareOn,
  thrownBy,
  wallToTry,
  type Thrown,
} from '../../projector/index.js';
import {
  carriedAlong,
  checkPlaces,
  dotsFrame,
  dotsOn,
  fitOf,
  joinPosition,
  judgeFilm,
  ninePoints,
  pairsOf,
  pixelOf,
  placeByPhotograph,
  placedBy,
  ProjectionNotSeen,
  setUpAgain,
  wholeOf,
  type Placed,
  type WallFit,
} from './index.js';

const surface = { width: 1800, height: 1100 };
const whole = wholeOf(surface);
const screen = { width: 1920, height: 1080 };

/** A surface placed exactly as a projector throws it, by its corners, or by nine points. */
function placedExactly({ inPicture }: Thrown, part: Rect, by: 4 | 9): Placed {
  const nine = ninePoints(part);
  const pixel = (k: number) => inPicture(nine[k].x, nine[k].y);
  const between = [1, 3, 4, 5, 7].map((k) => ({ at: nine[k], px: pixel(k) }));
  return {
    corners: [pixel(0), pixel(2), pixel(8), pixel(6)],
    points: by === 9 ? between : [],
    screen,
    position: null,
  };
}

/** How far a fit lies from the truth at worst, pixels. */
function worstOver(fit: WallFit, { inPicture }: Thrown, { x, y, width, height }: Rect): number {
  return Math.max(
    ...Array.from({ length: 121 }, (_, k) => {
      const [px, py] = [x + (width * (k % 11)) / 10, y + (height * Math.floor(k / 11)) / 10];
      const [put, is] = [pixelOf(fit, px, py), inPicture(px, py)];
      return Math.hypot(put.x - is.x, put.y - is.y);
    }),
  );
}

describe('a placed surface', () => {
  it('is thrown exactly where four corners say through a true lens, however the projector stands', () => {
    const turn = fc.double({ min: -12, max: 12, noNaN: true });
    fc.assert(
      fc.property(turn, turn, turn, (yawDeg, pitchDeg, rollDeg) => {
        const beam = thrownBy({ ...squareOn(surface, 2600), yawDeg, pitchDeg, rollDeg });
        expect(worstOver(fitOf(placedExactly(beam, whole, 4), whole).fit, beam, whole)).to.be.below(0.01);
      }),
      { numRuns: 40 },
    );
  });

  it('is thrown truer by nine points than by four where the lens is bent', () => {
    for (const distortion of [-0.01, 0.01]) {
      const beam = thrownBy({ ...squareOn(surface, 2300, { distortion, lensShift: 0.3 }), yawDeg: 5 });
      const four = fitOf(placedExactly(beam, whole, 4), whole);
      const nine = fitOf(placedExactly(beam, whole, 9), whole);
      expect(worstOver(four.fit, beam, whole)).to.be.above(2);
      expect(worstOver(nine.fit, beam, whole)).to.be.below(0.4);
      expect(nine.rmsPx).to.be.below(0.15);
    }
  });

  it('says how far it is likely to be off, and less so by more points', () => {
    const beam = thrownBy(squareOn(surface, 2300));
    const [four, nine] = ([4, 9] as const).map((by) => fitOf(placedExactly(beam, whole, by), whole));
    for (const { expectedPx } of [four, nine]) {
      expect(expectedPx(900, 550)).to.be.above(0);
      expect(expectedPx(1800, 1100)).to.be.above(expectedPx(900, 550));
    }
    expect(nine.expectedPx(900, 1100)).to.be.below(four.expectedPx(900, 1100));
  });

  it('is kept with its lens, and found again as it was', () => {
    const beam = thrownBy(squareOn(surface, 2300, { distortion: 0.008 }));
    const { fit } = fitOf(placedExactly(beam, whole, 9), whole);
    const kept = placedBy(fit, whole, screen, null);
    expect(kept.points.length).to.be.above(9);
    const again = fitOf(kept, whole).fit;
    for (const { at } of pairsOf(kept, whole)) {
      const [a, b] = [pixelOf(fit, at.x, at.y), pixelOf(again, at.x, at.y)];
      expect(Math.hypot(a.x - b.x, a.y - b.y)).to.be.below(0.02);
    }
  });
});

describe('a photograph of the dots', function () {
  this.timeout(60_000);
  const projector = projectorToTry(whole, screen);
  const camera = { ...cameraToTry(surface), megapixels: 2.5 };
  const taken = (frame = dotsFrame(screen), marked: 'tape' | 'panel' = 'tape') =>
    photographedWall(projector, { ...wallToTry(surface), marked }, frame, camera);

  it('places the surface within a pixel, taped or a panel, and says its corners', () => {
    for (const marked of ['tape', 'panel'] as const) {
      const { picture, corners: truth } = taken(undefined, marked);
      const { fit, dots, corners, rmsPx } = placeByPhotograph(picture, surface, screen);
      expect(worstOver(fit, thrownBy(projector), whole), marked).to.be.below(0.8);
      expect(dots).to.be.above(60);
      expect(rmsPx).to.be.below(0.5);
      corners.forEach(({ x, y }, k) => expect(Math.hypot(x - truth[k][0], y - truth[k][1])).to.be.below(2));
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

describe('a position joined to another', () => {
  const first: Rect = { x: 0, y: 0, width: 1200, height: 675 };
  const second: Rect = { ...first, x: 780 };
  const projector = squareOn(first, 1300);
  const placed = fitOf(placedExactly(thrownBy(projector), first, 4), first).fit;
  const start = carriedAlong(placed, first, second);
  const places: Point[] = [
    { x: 800, y: 30 },
    { x: 1190, y: 80 },
    { x: 820, y: 650 },
    { x: 1180, y: 640 },
    { x: 1000, y: 330 },
  ];
  const moved = {
    ...projector,
    at: { ...projector.at, x: projector.at.x + 784, y: projector.at.y - 3 },
    rollDeg: 0.3,
  };
  const pairsBy = (beam: Thrown, hand: () => Point = () => ({ x: 0, y: 0 })) =>
    places.map((at) => {
      const [px, off] = [beam.inPicture(at.x, at.y), hand()];
      return { at, px: { x: px.x + off.x, y: px.y + off.y } };
    });

  it('needs nothing when the projector was moved along exactly', () => {
    const along = thrownBy({ ...projector, at: { ...projector.at, x: projector.at.x + 780 } });
    expect(worstOver(start, along, second)).to.be.below(0.01);
  });

  it('is put right by places that were drawn, three or five', () => {
    for (const count of [3, 5]) {
      const joined = joinPosition(start, pairsBy(thrownBy(moved)).slice(0, count), second);
      expect(worstOver(joined.fit, thrownBy(moved), second)).to.be.below(0.5);
      expect(joined.doubt).to.equal(null);
      expect(joined.atFarEdgeMm).to.be.above(joined.atJointMm);
    }
    expect(() => joinPosition(start, pairsBy(thrownBy(moved)).slice(0, 2), second)).to.throw(
      RangeError,
      'three',
    );
  });

  it('says how far it will be off before a line is traced', () => {
    const random = seeded(4);
    const beam = thrownBy(moved);
    const far = { x: second.x + second.width, y: second.height };
    const perMm = 1920 / 1300;
    let [was, said] = [0, 0];
    for (let hand = 0; hand < 200; hand++) {
      const joined = joinPosition(
        start,
        pairsBy(beam, () => {
          const [turn, reach] = [2 * Math.PI * random(), 0.5 * perMm * Math.sqrt(random())];
          return { x: reach * Math.cos(turn), y: reach * Math.sin(turn) };
        }),
        second,
      );
      const px = pixelOf(joined.fit, far.x, far.y);
      const seen = beam.onWall(px.x, px.y);
      was += (seen.x - far.x) ** 2 + (seen.y - far.y) ** 2;
      said += joined.expectedMm(far) ** 2;
    }
    expect(Math.sqrt(said / was)).to.be.within(0.8, 1.3);
  });

  it('lets five places tell that the projector was turned', () => {
    const turned = thrownBy({ ...moved, yawDeg: 1.5 });
    const joined = joinPosition(start, pairsBy(turned), second);
    const along = joinPosition(start, pairsBy(turned).slice(0, 3), second);
    expect(worstOver(joined.fit, turned, second)).to.be.below(worstOver(along.fit, turned, second));
  });

  it('doubts a place that was taken for another, and names it', () => {
    const pairs = pairsBy(thrownBy(moved));
    pairs[2].px.x += 60;
    const { doubt } = joinPosition(start, pairs, second);
    expect(doubt).to.contain('do not agree');
  });
});

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

describe('a kept set-up', () => {
  const square = { ...squareOn(surface, 2300, { distortion: 0.006 }), yawDeg: 3 };
  const setUp = {
    name: 'Shed wall',
    surface,
    placed: placedExactly(thrownBy(square), whole, 9),
  };
  const nowhere = [
    { x: 0, y: 0 },
    { x: 0, y: 0 },
  ] as const;

  it('lies as it did, also for a smaller surface taped to the same corner', () => {
    const small = { width: 900, height: 600 };
    for (const wanted of [surface, small]) {
      const { fit } = fitOf(setUpAgain(setUp, nowhere, wanted), wholeOf(wanted));
      expect(worstOver(fit, thrownBy(square), wholeOf(wanted))).to.be.below(0.6);
    }
  });

  it('is put right by two crosses once the shelf was touched', () => {
    const touched = thrownBy({ ...square, at: { ...square.at, x: square.at.x + 14 }, rollDeg: 0.6 });
    const was = thrownBy(square);
    const [first, second] = checkPlaces(surface).map((place) => {
      const px = was.inPicture(place.x, place.y);
      const seen = touched.onWall(px.x, px.y);
      return { x: seen.x - place.x, y: seen.y - place.y };
    });
    expect(Math.hypot(first.x, first.y)).to.be.above(5);
    const before = worstOver(fitOf(setUp.placed, whole).fit, touched, whole);
    const { fit } = fitOf(setUpAgain(setUp, [first, second], surface), whole);
    expect(worstOver(fit, touched, whole)).to.be.below(before / 8);
  });
});
