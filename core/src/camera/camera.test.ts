import { expect } from 'chai';
import { drawingScene, sketchMap } from '../testing/index.js';
import { drawnByHand, trueHand } from './index.js';

const map = sketchMap(drawingScene(3));

describe('a hand that draws a map', () => {
  it('without a fault draws every line where it belongs', () => {
    const { drawing, truth } = drawnByHand(map, trueHand, 1);
    expect(drawing).to.include({ widthMm: 300, heightMm: 240 });
    expect(drawing.strokes).to.have.length(map.lines.length);
    expect(truth.lines.every(({ status, worst }) => status === 'true' && worst === 0)).to.equal(true);
    const [x, y] = map.lines[0].points[0];
    expect([...drawing.strokes[0].points.slice(0, 2)]).to.deep.equal([x, y]);
  });

  it('makes the faults asked for, says which, and does the same again', () => {
    const faults = {
      ...trueHand,
      wobbleMm: 0.15,
      parts: 1,
      moved: 3,
      missing: 2,
      extra: 2,
      restated: 0.5,
      smudges: 2,
    };
    const { drawing, truth } = drawnByHand(map, faults, 7);
    const of = (wanted: string) => truth.lines.filter(({ status }) => status === wanted);
    expect(of('missing')).to.have.length(2);
    expect(truth.extra).to.have.length(2);
    expect(truth.parts).to.have.length(1);
    const [part] = truth.parts;
    expect(of('moved').length).to.be.at.least(3);
    for (const { off, worst } of of('moved')) expect(off).to.be.within(1.5, worst);
    for (const { worst } of of('true')) expect(worst).to.be.at.most(0.6);
    expect(part.scale).to.be.within(0.93, 1.07);
    expect(drawing.strokes.length).to.be.above(map.lines.length);
    expect(drawnByHand(map, faults, 7)).to.deep.equal({ drawing, truth });
    expect(drawnByHand(map, faults, 8).truth).to.not.deep.equal(truth);
  });

  it('puts the whole elsewhere, turned and sized about the middle', () => {
    const placement = { dx: 4, dy: -3, angleDeg: 0, scale: 1.1 };
    const { drawing, truth } = drawnByHand(map, { ...trueHand, placement }, 1);
    const [x, y] = map.lines[0].points[0];
    const [px, py] = drawing.strokes[0].points;
    expect(px).to.be.closeTo(150 + 4 + 1.1 * (x - 150), 1e-9);
    expect(py).to.be.closeTo(120 - 3 + 1.1 * (y - 120), 1e-9);
    // Lines are told with that taken out.
    expect(truth.lines.every(({ status }) => status === 'true')).to.equal(true);
  });
});
