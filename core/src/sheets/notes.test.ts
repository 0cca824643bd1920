import { expect } from 'chai';
import { lineOf, mapWith, sheetsOf } from '../testing/index.js';
import type { SheetDecisions } from './decisions.js';
import { sheetNotes } from './notes.js';

const along = (...points: [number, number][]) => lineOf(points);
const notesOf = (map = mapWith(300, 240), change: Partial<SheetDecisions> = {}) =>
  sheetNotes(sheetsOf(map, change), 'mm');
const says = (notes: ReturnType<typeof notesOf>) => notes.map((note) => note.says);

describe('notes on sheets', () => {
  it('say how many there are and how they lie, or that one is enough', () => {
    expect(says(notesOf(mapWith(180, 260)))).to.deep.equal(['It fits on one sheet of 210 × 297 mm.']);
    expect(says(notesOf())).to.deep.equal(['2 sheets, 2 across and 1 down, overlapping by 10 mm.']);
    expect(says(notesOf(mapWith(300, 240), { kind: 'card' }))).to.deep.equal([
      '1 page, to be printed at 100 %.',
    ]);
  });

  it('speak the unit that is used', () => {
    const [note] = sheetNotes(sheetsOf(mapWith(300, 240), { overlapMm: 12.7 }), 'in');
    expect(note?.says).to.equal('2 sheets, 2 across and 1 down, overlapping by 1/2 in.');
  });

  it('watch sheets that do not overlap, with a way that brings the marks back', () => {
    const note = notesOf(mapWith(300, 240), { overlapMm: 0 }).find(({ id }) => id === 'sheets-overlap');
    expect(note?.weight).to.equal('watch');
    const [way] = note?.ways ?? [];
    expect(way?.label).to.equal('Overlap by 10 mm');
    expect(notesOf(mapWith(300, 240), way?.change).map(({ id }) => id)).to.deep.equal(['sheets-count']);
  });

  it('name what is left out, and how much more where that is a long list', () => {
    const map = mapWith(500, 700, [along([20, 20], [480, 20])]);
    const skipped = sheetsOf(map).tiled?.skipped.map(({ label }) => label) ?? [];
    expect(skipped.length).to.be.within(1, 12);
    expect(says(notesOf(map))).to.include(
      `${skipped.join(', ')} ${skipped.length === 1 ? 'is' : 'are'} left out.`,
    );
    const many = notesOf(mapWith(3000, 3000, [along([20, 20], [2980, 20])]));
    expect(says(many).find((words) => words.includes('left out'))).to.match(
      /^([A-Z]+\d+, ){11}[A-Z]+\d+ and \d+ more are left out\.$/,
    );
  });

  it('watch a sheet that joins none that lies already', () => {
    // Corner marks keep the four corners of the surface; the sheets between are empty.
    const map = mapWith(900, 900, [along([20, 20], [60, 60])]);
    const alone = notesOf(map).find(({ id }) => id === 'sheets-alone');
    expect(alone?.weight).to.equal('watch');
    const set = sheetsOf(map);
    for (const { label, joins } of set.tiled?.steps.slice(1) ?? [])
      expect(alone?.says.includes(label)).to.equal(joins.length === 0);
    expect(notesOf().map(({ id }) => id)).not.to.include('sheets-alone');
  });
});
