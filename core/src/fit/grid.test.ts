import { expect } from 'chai';
import fc from 'fast-check';
import { defaultFitDecisions } from './decisions.js';
import { defaultGrid } from './grid-decisions.js';
import { gridCover, gridOf, gridSuggestions, innerLines, squareAt, squareName } from './grid.js';
import { guideLines, rootShares } from './guides.js';
import { fitNotes } from './notes.js';

const drawing = { x: 10, y: 20, width: 420, height: 300 };

describe('a grid', () => {
  it('by counts divides each side exactly: counts times spacing is the side', () => {
    const mm = fc.double({ min: 10, max: 20_000, noNaN: true });
    const count = fc.integer({ min: 1, max: 200 });
    fc.assert(
      fc.property(mm, mm, count, count, mm, (width, height, columns, rows, x) => {
        const grid = gridOf({ x, y: 0, width, height }, { by: 'counts', columns, rows, spacingMm: 9 });
        expect(grid.xs).to.have.length(columns + 1);
        expect(grid.xs[columns]).to.equal(x + width);
        expect(grid.squareX * columns).to.be.closeTo(width, 1e-9 * width);
        // Each line is where it belongs by itself, however many come before it.
        grid.ys.forEach((y, k) => expect(y).to.be.closeTo((height * k) / rows, 1e-9 * height));
      }),
    );
  });

  it('by spacing keeps whole squares and leaves a rest', () => {
    const grid = gridOf(drawing, { by: 'spacing', columns: 1, rows: 1, spacingMm: 80 });
    expect(grid.xs).to.deep.equal([10, 90, 170, 250, 330, 410, 430]);
    expect(grid.restX).to.be.closeTo(20, 1e-9);
    const even = gridOf(drawing, { by: 'spacing', columns: 1, rows: 1, spacingMm: 60 });
    expect(even.xs).to.have.length(8);
    expect(even.restX).to.equal(0);
    const none = gridOf(drawing, { by: 'spacing', columns: 1, rows: 1, spacingMm: 5000 });
    expect(none.xs).to.deep.equal([10, 430]);
  });

  it('names its squares and knows them again', () => {
    const grid = gridOf(drawing, { by: 'counts', columns: 7, rows: 5, spacingMm: 1 });
    expect(squareAt(grid, 10, 20)).to.deep.equal({ column: 0, row: 0 });
    expect(squareAt(grid, 129, 199)).to.deep.equal({ column: 1, row: 2 });
    expect(squareAt(grid, 5, 30)).to.equal(null);
    expect(squareAt(grid, 50, 321)).to.equal(null);
    expect(squareName(27, 3)).to.equal('AB4');
  });

  it('halves only the chosen squares, and draws diagonals through all', () => {
    const grid = gridOf(drawing, { by: 'counts', columns: 7, rows: 5, spacingMm: 1 });
    expect(innerLines(grid, { diagonals: false, halved: ['B2', 'Z99'] })).to.deep.equal([
      [100, 80, 100, 140],
      [70, 110, 130, 110],
    ]);
    expect(innerLines(grid, { diagonals: true, halved: [] })).to.have.length(70);
  });

  it('says when it hides the picture, and when its squares are not square', () => {
    const dense = { ...defaultGrid, shown: true, columns: 60, rows: 48, lineMm: 0.4 };
    const ids = (grid: typeof dense) =>
      fitNotes({ width: 500, height: 400 }, { ...defaultFitDecisions, grid }, 0.5, 'mm').map(({ id }) => id);
    expect(ids(dense)).to.include('fit-grid-dense');
    expect(ids({ ...dense, columns: 5, rows: 4 })).not.to.include.members(['fit-grid-dense']);
    expect(ids({ ...dense, columns: 5, rows: 3 })).to.include('fit-grid-square');
    expect(
      gridCover(drawing, gridOf(drawing, { by: 'counts', columns: 1, rows: 1, spacingMm: 1 }), 0),
    ).to.equal(0);
  });
});

describe('suggested grids', () => {
  it('find the whole-number grid there is: 42 × 30 cm in 7 × 5 squares of 6 cm', () => {
    const [best] = gridSuggestions(drawing, 'middle', 0.5, 'mm', null);
    expect(best).to.deep.include({ columns: 7, rows: 5, exact: true, wholeOnSurface: true });
    expect(best.spacingMm).to.be.closeTo(60, 1e-9);
  });

  it('give more squares for more help', () => {
    const counts = (['low', 'middle', 'high'] as const).map(
      (help) => gridSuggestions(drawing, help, 0.5, 'mm', null)[0].columns,
    );
    expect(counts[0]).to.be.at.most(counts[1]);
    expect(counts[1]).to.be.below(counts[2]);
  });

  it('prefer a spacing that is whole on the original too', () => {
    // On an original of half the size 60 mm are 30, but 35 of a third are not.
    const [best] = gridSuggestions(drawing, 'middle', 0.5, 'mm', 0.5);
    expect(best.wholeOnOriginal).to.equal(true);
  });

  it('are never denser than the point can serve, and always cover the side', () => {
    const mm = fc.double({ min: 60, max: 3000, noNaN: true });
    fc.assert(
      fc.property(
        mm,
        mm,
        fc.constantFrom('low' as const, 'middle' as const, 'high' as const),
        fc.double({ min: 0.2, max: 2, noNaN: true }),
        fc.constantFrom('mm' as const, 'in' as const),
        (width, height, help, pencilMm, unit) => {
          for (const s of gridSuggestions({ width, height }, help, pencilMm, unit, null)) {
            expect(s.spacingMm).to.be.at.least(15 * pencilMm);
            const grid = gridOf({ x: 0, y: 0, width, height }, s);
            expect(grid.xs.length - 1).to.equal(s.columns);
            expect(grid.ys.length - 1).to.equal(s.rows);
            if (s.exact) expect(Math.abs(grid.squareX - grid.squareY)).to.be.below(0.21);
          }
        },
      ),
    );
  });
});

describe('guides of composition', () => {
  it('divide what is drawn', () => {
    expect(guideLines('halves', drawing)).to.deep.equal([
      [220, 20, 220, 320],
      [10, 170, 430, 170],
    ]);
    expect(guideLines('thirds', drawing)[0][0]).to.be.closeTo(150, 1e-9);
    expect(guideLines('diagonals', drawing)[1]).to.deep.equal([10, 320, 430, 20]);
  });

  it('swing the root rectangles from the square on the short side', () => {
    expect(rootShares(Math.SQRT2 * 100, 100)).to.have.length(1);
    expect(rootShares(300, 100).map((share) => (share * 3) ** 2)).to.satisfy((squares: number[]) =>
      squares.every((value, k) => Math.abs(value - (k + 1)) < 1e-9),
    );
    const upright = guideLines('root-rectangles', { x: 0, y: 0, width: 100, height: 200 });
    for (const [x0, , x1] of upright) expect([x0, x1]).to.deep.equal([0, 100]);
  });
});
