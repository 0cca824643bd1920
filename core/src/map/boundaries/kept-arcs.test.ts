import { expect } from 'chai';
import type { LabelledRaster } from '../values/index.js';
import { KeptArcs, type KeptArc } from './kept-arcs.js';
import { planarMap, type Arc } from './planar-map.js';

const [width, height] = [160, 120];

/** Two blocks on a ground, the right one so high; numbered from the ground on, or the other way round. */
function blocks(rightBottom: number, turned = false): LabelledRaster {
  const label = Int32Array.from({ length: width * height }, (_, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    const inside = y >= 20 && ((x >= 10 && x < 40 && y < 90) || (x >= 110 && x < 150 && y < rightBottom));
    const region = !inside ? 0 : x < 80 ? 1 : 2;
    return turned ? 2 - region : region;
  });
  return { width, height, label, count: 3, step: 1 };
}

/** As if every arc had been looked at so far from where it lies. */
function keptOf(regions: LabelledRaster, seenPx: number): KeptArc[] {
  return planarMap(regions).arcs.map((arc) => {
    const located = {
      points: Float64Array.from(arc.points),
      contrast: new Float32Array(),
      softnessPx: new Float32Array(),
    };
    return { arc, way: 'by lightness', placed: { ...located, seenPx }, solved: located };
  });
}

/** Whether an arc goes round the left block. */
const isLeft = ({ points, closed }: Arc) => closed && points[0] < 80;

function foundAgain(before: LabelledRaster, now: LabelledRaster, seenPx: number, way = 'by lightness') {
  const kept = new KeptArcs();
  kept.keep(before, keptOf(before, seenPx));
  const find = kept.finderIn(now);
  return planarMap(now).arcs.filter((arc) => find(arc, way) !== null);
}

describe('arcs of the map before', () => {
  it('are found again where nothing near them has changed, however the regions are numbered', () => {
    const again = foundAgain(blocks(90), blocks(70, true), 12);
    expect(again.some(isLeft)).to.equal(true);
    expect(again.some((arc) => arc.closed && !isLeft(arc))).to.equal(false);
  });

  it('are all found again where nothing has changed', () => {
    expect(foundAgain(blocks(90), blocks(90, true), 12).length).to.equal(planarMap(blocks(90)).arcs.length);
  });

  it('are looked at anew where they were seen as far as the change', () => {
    expect(foundAgain(blocks(90), blocks(70), 200).some(isLeft)).to.equal(false);
  });

  it('are looked at anew where it would be in another way', () => {
    expect(foundAgain(blocks(90), blocks(90), 12, 'by colour')).to.deep.equal([]);
  });

  it('are looked at anew where one region became two', () => {
    const whole = blocks(90);
    const parted = {
      ...whole,
      count: 4,
      label: whole.label.map((own, i) => (own === 1 && i % width < 25 ? 3 : own)),
    };
    expect(foundAgain(whole, parted, 12).some(isLeft)).to.equal(false);
  });
});
