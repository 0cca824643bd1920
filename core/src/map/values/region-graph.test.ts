import { expect } from 'chai';
import fc from 'fast-check';
import {
  absorb,
  buildGraph,
  difference,
  meanColour,
  measureWidths,
  root,
  type RegionGraph,
} from './region-graph.js';
import type { Regions } from './regions.js';

/** Regions as they are drawn: a letter a pixel, a region a letter. */
function regionsOf(rows: readonly string[]): Regions {
  const letters = [...new Set(rows.join(''))].sort();
  const width = rows[0].length;
  return {
    width,
    height: rows.length,
    label: Int32Array.from(rows.join(''), (letter) => letters.indexOf(letter)),
    count: letters.length,
    step: 1,
    level: Uint8Array.from(letters, (_, i) => i % 4),
    thing: new Int32Array(letters.length),
  };
}

/** The graph of drawn regions, each as light as ten times its number. */
function graphOf(rows: readonly string[]): RegionGraph {
  const regions = regionsOf(rows);
  const { width, height, label } = regions;
  const plane = (value: (region: number) => number) => ({
    width,
    height,
    data: Float32Array.from(label, value),
  });
  const colour = { a: plane((region) => region), b: plane(() => 0) };
  const steepness = new Uint8Array(label.length);
  return buildGraph(
    regions,
    plane((region) => 10 * region),
    colour,
    steepness,
  );
}

/** Rows of letters, so that every region is there. */
const drawings = fc
  .array(fc.array(fc.constantFrom('a', 'b', 'c', 'd'), { minLength: 6, maxLength: 6 }), {
    minLength: 5,
    maxLength: 5,
  })
  .map((rows) => ['abcdab', ...rows.map((row) => row.join(''))]);

/** Counts cracks between pixels of two regions, by looking at every pair of neighbours. */
function cracksBetween(rows: readonly string[], one: string, other: string): number {
  let cracks = 0;
  const meet = (a: string | undefined, b: string | undefined) => {
    if ((a === one && b === other) || (a === other && b === one)) cracks++;
  };
  rows.forEach((row, y) =>
    [...row].forEach((letter, x) => {
      meet(letter, row[x + 1]);
      meet(letter, rows[y + 1]?.[x]);
    }),
  );
  return cracks;
}

describe('the graph of regions', () => {
  it('knows areas, means and borders of what is drawn', () => {
    const graph = graphOf(['aabb', 'aabb', 'cccc']);
    expect([...graph.area]).to.deep.equal([4, 4, 4]);
    expect(graph.border[0].get(1)).to.equal(2);
    expect(graph.border[2].get(0)).to.equal(2);
    expect(meanColour(graph, 2)).to.deep.equal({ lightness: 20, a: 2, b: 0 });
    expect(difference(graph, 0, 2, false)).to.equal(20);
    expect([graph.sumX[2] / 4, graph.sumY[2] / 4]).to.deep.equal([1.5, 2]);
  });

  it('counts every crack between two regions once, from either side', () => {
    fc.assert(
      fc.property(drawings, (rows) => {
        const graph = graphOf(rows);
        expect(graph.area.reduce((sum, area) => sum + area, 0)).to.equal(36);
        for (const [i, one] of ['a', 'b', 'c', 'd'].entries())
          for (const [k, other] of ['a', 'b', 'c', 'd'].entries()) {
            if (i === k) continue;
            expect(graph.border[i].get(k) ?? 0).to.equal(cracksBetween(rows, one, other));
          }
      }),
    );
  });

  it('after joining is the graph of what was drawn as one', () => {
    fc.assert(
      fc.property(drawings, (rows) => {
        const graph = graphOf(rows);
        absorb(graph, 0, 2);
        const joined = graphOf(rows.map((row) => row.replaceAll('c', 'a').replaceAll('d', 'c')));
        expect(root(graph.parent, 2)).to.equal(0);
        expect(graph.area[0]).to.equal(joined.area[0]);
        expect(graph.perimeter[0]).to.equal(joined.perimeter[0]);
        expect(graph.border[0].get(1) ?? 0).to.equal(joined.border[0].get(1) ?? 0);
        expect(graph.border[0].get(3) ?? 0).to.equal(joined.border[0].get(2) ?? 0);
        expect(graph.border[3].get(0) ?? 0).to.equal(joined.border[2].get(0) ?? 0);
        for (const border of graph.border) expect(border.has(2)).to.equal(false);
        absorb(graph, 1, 0);
        expect(root(graph.parent, 2)).to.equal(1);
        expect(graph.area[1] + graph.area[3]).to.equal(36);
      }),
    );
  });

  it('measures half the widest place, of regions that were joined together, and of a broad one that it is broad', () => {
    const rows = ['aaaaaaaa', 'bbbbbbbb', ...Array.from({ length: 5 }, () => 'cccccccc')];
    const strip = graphOf(rows);
    measureWidths(strip, regionsOf(rows), 20);
    expect(strip.halfWidth[1]).to.be.closeTo(0.5, 0.51);
    expect(strip.halfWidth[2]).to.be.greaterThan(strip.halfWidth[1]);
    // A band cut into pieces is as wide as the band once they are one.
    const pieces = ['aaaaaaaa', ...Array.from({ length: 6 }, () => 'bbccddbb'), 'aaaaaaaa'];
    const band = graphOf(pieces);
    absorb(band, 1, 2);
    absorb(band, 1, 3);
    measureWidths(band, regionsOf(pieces), 20);
    expect(band.halfWidth[1]).to.be.closeTo(3, 0.51);
  });
});
