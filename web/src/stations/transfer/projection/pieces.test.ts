import { expect } from 'chai';
import { transformed } from '@nobrel/core/geometry';
import { pixelOf, planeFit, wallToPixels } from '@nobrel/core/transfer';
import { piecesOf, pieceToWall } from './pieces.js';
import type { Thrown } from './warped.js';

const surface = { width: 1800, height: 1100 };
const screen = { width: 1920, height: 1080 };
const corners = [
  { x: 120, y: 90 },
  { x: 1800, y: 40 },
  { x: 1850, y: 1010 },
  { x: 90, y: 1030 },
] as const;

/** A surface thrown askew, through a lens that bends the rim of the picture by a share. */
function thrownBy(bend: number): Thrown {
  const plane = wallToPixels({ x: 0, y: 0, ...surface }, [...corners]);
  const fit = { ...planeFit(plane, screen), bend: [bend, 0] as const };
  return { pixel: (x, y) => pixelOf(fit, x, y), perMm: 0.95, plane, isBent: bend !== 0 };
}

/** How far the middle of a piece, and of its sides, lies from where the lines of the drawing are, pixels, at worst. */
function worst(thrown: Thrown): number {
  let most = 0;
  for (const piece of piecesOf(surface, thrown)) {
    const toWall = pieceToWall(piece, thrown);
    for (const [u, v] of [
      [0.5, 0.5],
      [0, 0.5],
      [0.5, 1],
      [1, 1],
    ] as const) {
      const laid = transformed(toWall, u * piece.width * thrown.perMm, v * piece.height * thrown.perMm);
      const lines = thrown.pixel(piece.x + u * piece.width, piece.y + v * piece.height);
      most = Math.max(most, Math.hypot(laid.x - lines.x, laid.y - lines.y));
    }
  }
  return most;
}

describe('a reference on the wall', () => {
  it('is one piece through a true lens, exactly where the lines are', () => {
    expect(piecesOf(surface, thrownBy(0))).to.have.length(1);
    expect(worst(thrownBy(0))).to.be.below(1e-6);
  });

  it('is bent as the lens is, within a third of a pixel, without a gap between its pieces', () => {
    const thrown = thrownBy(0.02);
    expect(worst(thrown)).to.be.below(0.34);
    const pieces = piecesOf(surface, thrown);
    const [first, second] = pieces;
    expect((first?.x ?? 0) + (first?.width ?? 0)).to.be.above(second?.x ?? Infinity);
    const reach = pieces.at(-1) ?? { x: 0, y: 0, width: 0, height: 0 };
    expect(reach.x + reach.width).to.be.at.least(surface.width);
    expect(reach.y + reach.height).to.be.at.least(surface.height);
  });
});
