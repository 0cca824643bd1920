import { expect } from 'chai';
import type { MapLine } from '../../documents/index.js';
import { lineOf } from '../../testing/index.js';
import { withoutShortLinks } from './short-links.js';

/** A line between two places, mm. */
const line = (
  id: string,
  [x0, y0, x1, y1]: [number, number, number, number],
  more: Partial<MapLine> = {},
): MapLine => {
  const ends: [number, number][] = [
    [x0, y0],
    [x1, y1],
  ];
  return lineOf(ends, { id, of: 'contour', ...more });
};

/** Two round things that touch along a neck: from its ends a line goes off to either side. */
const touching = (neckMm: number, more: Partial<MapLine> = {}): MapLine[] => [
  line('neck', [0, 0, 0, neckMm], more),
  line('top left', [0, 0, -10, -8]),
  line('top right', [0, 0, 10, -8]),
  line('bottom left', [0, neckMm, -10, neckMm + 8]),
  line('bottom right', [0, neckMm, 10, neckMm + 8]),
];

const leftOut = (lines: readonly MapLine[]) =>
  withoutShortLinks(lines)
    .filter(({ kept, leftOut: why }) => kept === false && why === 'short')
    .map(({ id }) => id);

describe('links too short to set the pencil down for', () => {
  it('are necks under 1.6 mm between lines that meet', () => {
    expect(leftOut(touching(1.2))).to.deep.equal(['neck']);
    expect(leftOut(touching(2))).to.deep.equal([]);
  });

  it('are none where a line would end in the air without them', () => {
    expect(leftOut(touching(1.2).slice(0, 4))).to.deep.equal([]);
  });

  it('are none that go straight on into other lines, as where a handle meets a rim', () => {
    const rim = [
      line('rim before', [-10, 0, 0, 0]),
      line('across the handle', [0, 0, 1.4, 0]),
      line('rim after', [1.4, 0, 11, 0]),
      line('handle', [0, 0, 0, 12]),
      line('its other side', [1.4, 0, 1.4, 12]),
    ];
    expect(leftOut(rim)).to.deep.equal([]);
  });

  it('are none that the painter drew or holds, and none of a drawing', () => {
    for (const more of [{ byHand: true }, { held: true }, { of: 'stroke' as const }]) {
      expect(leftOut(touching(1.2, more))).to.deep.equal([]);
    }
  });

  it('never end a line in the air between them', () => {
    // Two links in a row share a meeting of three: only one of them can go.
    const row = [
      ...touching(1.2),
      line('second neck', [0, 1.2, 0.9, 2]),
      line('further left', [0.9, 2, -5, 9]),
      line('further right', [0.9, 2, 9, 9]),
    ].filter(({ id }) => id !== 'bottom left');
    expect(leftOut(row)).to.have.length(1);
  });
});
