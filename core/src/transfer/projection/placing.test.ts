import { expect } from 'chai';
import fc from 'fast-check';
import { squareOn, thrownBy } from '../../projector/index.js';
import { placedExactly, worstOver } from '../../testing/index.js';
import { checkPlaces, fitOf, pairsOf, pixelOf, placedBy, setUpAgain, wholeOf } from './index.js';

const surface = { width: 1800, height: 1100 };
const whole = wholeOf(surface);
const screen = { width: 1920, height: 1080 };

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
