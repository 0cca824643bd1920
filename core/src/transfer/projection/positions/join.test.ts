import { expect } from 'chai';
import { seeded } from '../../../camera/index.js';
import type { Point, Rect } from '../../../geometry/index.js';
import { squareOn, thrownBy, type Thrown } from '../../../projector/index.js';
import { placedExactly, worstOver } from '../../../testing/index.js';
import { carriedAlong, fitOf, joinPosition, pixelOf } from '../index.js';

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
