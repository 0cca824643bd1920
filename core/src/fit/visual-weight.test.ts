import { expect } from 'chai';
import fc from 'fast-check';
import { weigh } from './visual-weight.js';

const width = 120;
const height = 90;

type Block = { x: number; y: number; width: number; height: number; lightness: number };

/** A plane of one lightness with blocks on it. */
function plane(ground: number, blocks: readonly Block[]) {
  const data = new Float32Array(width * height).fill(ground);
  for (const block of blocks)
    for (let y = block.y; y < block.y + block.height; y++)
      data.fill(block.lightness, y * width + block.x, y * width + block.x + block.width);
  return { width, height, data };
}

describe('the weight of a picture', () => {
  it('lies in the middle of an empty one, which has no motif', () => {
    expect(weigh(plane(70, []))).to.deep.equal({ centre: { x: 0.5, y: 0.5 }, motif: null });
    // Unevenness of the ground is none either.
    expect(weigh(plane(70, [{ x: 20, y: 20, width: 40, height: 40, lightness: 62 }])).motif).to.equal(null);
  });

  it('lies in the middle of one dark or light block, and the motif reaches to its sides', () => {
    const inside = fc.record({
      x: fc.integer({ min: 10, max: 60 }),
      y: fc.integer({ min: 10, max: 50 }),
      width: fc.integer({ min: 12, max: 48 }),
      height: fc.integer({ min: 12, max: 28 }),
    });
    fc.assert(
      fc.property(inside, fc.constantFrom(5, 30, 98), (block, lightness) => {
        const { centre, motif } = weigh(plane(60, [{ ...block, lightness }]));
        expect(centre.x * width).to.be.closeTo(block.x + block.width / 2, 1e-6);
        expect(centre.y * height).to.be.closeTo(block.y + block.height / 2, 1e-6);
        expect((motif?.left.x ?? 0) * width).to.be.closeTo(block.x, 1e-9);
        expect((motif?.right.x ?? 0) * width).to.be.closeTo(block.x + block.width, 1e-9);
        expect((motif?.top.y ?? 0) * height).to.be.closeTo(block.y, 1e-9);
        expect((motif?.bottom.y ?? 0) * height).to.be.closeTo(block.y + block.height, 1e-9);
        expect((motif?.left.y ?? 0) * height).to.be.closeTo(block.y + block.height / 2, 1e-6);
      }),
    );
  });

  it('of two blocks lies nearer to the one that differs more from the ground, by how much it does', () => {
    const block = { y: 30, width: 20, height: 20 };
    const { centre } = weigh(
      plane(80, [
        { ...block, x: 10, lightness: 20 },
        { ...block, x: 90, lightness: 50 },
      ]),
    );
    // Twelve of lightness count as unevenness of the ground: 48 on the left against 18 on the right.
    expect(centre.x * width).to.be.closeTo((48 * 20 + 18 * 100) / 66, 1e-4);
  });

  it('of a turned picture is turned with it', () => {
    const found = weigh(plane(75, [{ x: 15, y: 40, width: 30, height: 25, lightness: 25 }]));
    const turned = weigh(plane(75, [{ x: 75, y: 25, width: 30, height: 25, lightness: 25 }]));
    expect(turned.centre.x).to.be.closeTo(1 - found.centre.x, 1e-9);
    expect(turned.centre.y).to.be.closeTo(1 - found.centre.y, 1e-9);
  });

  it('does not hear of specks', () => {
    const motif = { x: 30, y: 30, width: 50, height: 30, lightness: 20 };
    const speck = { x: 112, y: 82, width: 2, height: 2, lightness: 20 };
    expect(weigh(plane(75, [motif, speck])).motif?.right.x).to.equal(
      weigh(plane(75, [motif])).motif?.right.x,
    );
  });
});
