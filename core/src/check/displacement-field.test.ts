import { expect } from 'chai';
import { drawingScene, sketchMap, trueReport } from '../testing/index.js';
import { displacementField } from './displacement-field.js';

describe('a picture of how far off a drawing is', () => {
  const map = sketchMap(drawingScene(1));
  const right = map.lines.filter(({ points }) => points.every(([x]) => x > 0.6 * map.surface.width));
  const reportWith = (offOf: (id: string) => number, status: 'moved' | 'missing' = 'moved') =>
    trueReport({
      lines: map.lines.map(({ id }) => ({ id, status, drawn: 1, dx: 0, dy: 0, off: offOf(id), worst: 0 })),
    });

  it('is dark where lines are off, and nowhere darker than they are', () => {
    const field = displacementField(
      reportWith((id) => (right.some((line) => line.id === id) ? 4 : 0.5)),
      map,
    );
    expect(field.offMm).to.have.length(field.columns * field.rows);
    const there = field.offMm.filter((off) => off !== null);
    expect(Math.max(...there)).to.be.within(2, 4);
    expect(Math.min(...there)).to.be.at.least(0.5 - 1e-9);
    const farLeft = field.offMm.filter((_, k) => k % field.columns < 0.4 * field.columns);
    for (const off of farLeft) if (off !== null) expect(off).to.be.closeTo(0.5, 1e-6);
  });

  it('says nothing where nothing was seen', () => {
    expect(
      displacementField(
        reportWith(() => 3, 'missing'),
        map,
      ).offMm.every((off) => off === null),
    ).to.equal(true);
  });
});
