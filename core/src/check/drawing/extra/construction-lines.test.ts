import { expect } from 'chai';
import type { Segment } from '../../../fit/index.js';
import type { FoundLine } from '../../registration/found-lines.js';
import { KnownLines } from '../../registration/known-lines.js';
import { shareOfConstruction, withoutConstruction } from './construction-lines.js';
import { knownOf } from '../place/placed-drawing.js';

describe('lines that help drawing', () => {
  const sheet = { widthMm: 200, heightMm: 150 };
  const line = (...places: [number, number][]): FoundLine => {
    const points: number[] = [];
    places.slice(1).forEach(([bx, by], k) => {
      const [ax, ay] = places[k];
      const steps = Math.ceil(Math.hypot(bx - ax, by - ay) / 0.2);
      for (let i = 0; i < steps; i++) points.push(ax + ((bx - ax) * i) / steps, ay + ((by - ay) * i) / steps);
    });
    points.push(...places[places.length - 1]);
    return { points: Float64Array.from(points), closed: false, widthMm: 0.5, strength: 1, darkness: 30 };
  };
  const left = (lines: FoundLine[], onMap: FoundLine[] = [], known: Segment[] = []) =>
    withoutConstruction(lines, knownOf(lines, sheet), knownOf(onMap, sheet), known);
  const ring = line(
    ...Array.from({ length: 41 }, (_, k): [number, number] => [
      90 + 30 * Math.cos((Math.PI * k) / 20),
      70 + 30 * Math.sin((Math.PI * k) / 20),
    ]),
  );
  const level = line([5, 60], [100, 60.4], [195, 61]);
  const upright = line([80, 4], [79.6, 146]);

  it('are left out however they lean a little, and what crosses them stays whole', () => {
    const { lines, construction } = left([ring, level, upright]);
    expect(construction).to.have.length(2);
    expect(lines).to.have.length(1);
    expect(shareOfConstruction(level.points, construction)).to.equal(1);
    expect(shareOfConstruction(ring.points, construction)).to.be.below(0.1);
  });

  it('are told from a thing: one alone, one that is short, and one that slants are drawn for something', () => {
    for (const other of [[], [line([20, 20], [60, 20])], [line([5, 10], [195, 40])]]) {
      const drawn = [ring, level, ...other];
      expect(left(drawn)).to.deep.equal({ lines: drawn, construction: [] });
    }
    // However little else is drawn.
    const steps = [20, 30, 40, 50].map((y) => line([20, y], [45, y]));
    expect(left(steps)).to.deep.equal({ lines: steps, construction: [] });
  });

  it('are left out however they run, and one alone, where they are known', () => {
    const diagonal = line([2, 1.5], [198, 147]);
    const { lines, construction } = left([ring, diagonal], [], [[0, 0, 200, 150]]);
    expect(lines).to.have.length(1);
    expect(construction).to.have.length(1);
    expect(shareOfConstruction(diagonal.points, construction)).to.equal(1);
  });

  it('are not there because they are known: nothing is left out that is short, beside them or on the map', () => {
    const known: Segment[] = [[0, 0, 200, 150]];
    for (const other of [line([20, 15], [60, 45]), line([10, 0], [200, 142])]) {
      const drawn = [ring, other];
      expect(left(drawn, [], known)).to.deep.equal({ lines: drawn, construction: [] });
    }
    const diagonal = line([2, 1.5], [198, 147]);
    expect(left([ring, diagonal], [diagonal], known).lines).to.have.length(2);
  });

  it('leave what runs along them on the map', () => {
    const edge = line([20, 60], [70, 60.2]);
    const { lines } = left([ring, level, upright], [edge]);
    expect(lines).to.have.length(2);
    const [kept] = lines.filter(({ points }) => points.length < ring.points.length);
    const known = new KnownLines([edge.points], sheet);
    for (let i = 0; i < (kept?.points.length ?? 0); i += 2)
      expect(known.nearest(kept?.points[i] ?? 0, kept?.points[i + 1] ?? 0, 0, 2)).to.be.at.least(0);
    expect(kept?.points.length).to.be.greaterThan(2 * 200);
  });

  it('part a closed line only where it runs along them, and not where it begins', () => {
    const box = { ...line([80, 20], [140, 20], [140, 60], [60, 60], [60, 20], [80, 20]), closed: true };
    const { lines } = left([box, level, upright]);
    expect(lines).to.have.length(1);
    const points = lines[0]?.points ?? new Float64Array();
    // From one end of the side that is on the grid round to its other end.
    expect([points[1] ?? 0, points.at(-1) ?? 0].map((y) => Math.abs(y - 60))).to.satisfy((off: number[]) =>
      off.every((mm) => mm < 2),
    );
    expect(lines[0]?.closed).to.equal(false);
  });

  it('are none where nothing is drawn, or nothing level or upright', () => {
    for (const drawn of [[], [line([20, 20], [90, 90])], [line([20, 20], [90, 20])]])
      expect(left(drawn)).to.deep.equal({ lines: drawn, construction: [] });
  });
});
