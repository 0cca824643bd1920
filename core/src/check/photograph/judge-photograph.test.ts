import { expect } from 'chai';
import { drawingScene, renderDrawing, type PhotographerFaults, type Rendering } from '../../testing/index.js';
import { judgePhotograph } from './judge-photograph.js';

const drawing = drawingScene(2);
const size = { widthMm: drawing.widthMm, heightMm: drawing.heightMm };

function photograph(faults: Partial<PhotographerFaults>, how: Partial<Rendering> = {}) {
  return renderDrawing(drawing, {
    tool: 'pencil',
    paper: 92,
    contrast: 45,
    light: 'even',
    taken: 'photographed',
    pxPerMm: 4,
    seed: 3,
    table: 45,
    filled: 0.8,
    faults,
    ...how,
  }).picture;
}

const troublesOf = (faults: Partial<PhotographerFaults>, how: Partial<Rendering> = {}) =>
  judgePhotograph(photograph(faults, how), size).troubles.map(({ trouble }) => trouble);

describe('a photograph of a drawing', () => {
  it('that is good has nothing to do better, in pencil, faint pencil and chalk alike', () => {
    const chalk: Partial<Rendering> = { tool: 'chalk', paper: 20, contrast: -60, table: 70 };
    for (const how of [{ seed: 4 }, { light: 'uneven' }, { light: 'side' }, { contrast: 12 }, chalk] as const)
      expect(troublesOf({}, how), JSON.stringify(how)).to.deep.equal([]);
  });

  it('says what is wrong with it', () => {
    expect(troublesOf({ exposure: 0.3 })).to.deep.equal(['dark']);
    expect(troublesOf({ blurMm: 0.9 })).to.deep.equal(['blurred']);
    expect(troublesOf({ shadow: 0.55 })).to.deep.equal(['shadow']);
    expect(troublesOf({ glare: 0.9 }, { paper: 84 })).to.deep.equal(['glare']);
    expect(troublesOf({}, { table: 92 })).to.deep.equal(['no-sheet']);
    expect(troublesOf({}, { pxPerMm: 2.6 })).to.deep.equal(['small']);
    expect(troublesOf({ tiltDeg: 27 }, { filled: 0.7 })).to.include('tilted');
  });

  it('names the place of a shadow', () => {
    const { troubles } = judgePhotograph(photograph({ shadow: 0.55 }), size);
    expect(troubles[0]?.says).to.include('lower right');
  });

  it('is told how far the camera leans over, and how blurred it is', () => {
    // The hand itself leans by up to 7°, and this camera's lens is not the usual one.
    for (const tiltDeg of [0, 15, 27])
      expect(judgePhotograph(photograph({ tiltDeg }, { filled: 0.7 }), size).tiltDeg).to.be.closeTo(
        tiltDeg,
        9,
      );
    const blurs = [0, 0.4, 0.8].map((blurMm) => judgePhotograph(photograph({ blurMm }), size).blurMm ?? 0);
    for (let k = 1; k < blurs.length; k++) expect(blurs[k]).to.be.greaterThan(blurs[k - 1]);
  });

  it('has its sheet where the picture is large and where it is a preview', () => {
    const small = judgePhotograph(photograph({}, { pxPerMm: 2.6 }), size, 3);
    expect(small.troubles).to.deep.equal([]);
    const large = photograph({}, { pxPerMm: 8 });
    const { corners } = judgePhotograph(large, size);
    for (const { x, y } of corners ?? []) {
      expect(Math.abs(x - large.width / 2) / large.width).to.be.within(0.3, 0.5);
      expect(Math.abs(y - large.height / 2) / large.height).to.be.within(0.3, 0.5);
    }
    expect(corners).to.have.length(4);
  });

  it('that is no photograph of a sheet does not throw', () => {
    for (const value of [0, 128, 255]) {
      const data = new Uint8ClampedArray(4 * 300 * 200).fill(value);
      const judged = judgePhotograph({ width: 300, height: 200, channels: 4, data }, size);
      expect(judged.corners).to.equal(null);
      expect(judged.troubles).to.have.length(1);
    }
  });
});
