import { expect } from 'chai';
import type { MapLine } from '../documents/index.js';
import { lineOf, mapWith } from '../testing/index.js';
import { mapNotes } from './notes.js';
import { defaultMapSettings } from './settings.js';

const line = (id: string, change: Partial<MapLine> = {}): MapLine =>
  lineOf(
    [
      [0, 0],
      [400, 0],
    ],
    { id, weight: 0.5, ...change },
  );

const notes = (lines: MapLine[], minutes: number | null = null) =>
  mapNotes(mapWith(400, 300, lines), { ...defaultMapSettings, minutes });

describe('notes at Map', () => {
  it('say that there is nothing to draw, and how to get something', () => {
    const [note] = notes([line('f', { kind: 'frame' })]);
    expect(note?.weight).to.equal('fix');
    expect(note?.ways[0]?.change).to.deep.equal({ minShapeMm2: 1 });
  });

  it('count lost, soft and left-out lines', () => {
    const says = notes(
      [
        line('a'),
        line('b', { edge: 'lost' }),
        line('c', { edge: 'soft' }),
        line('d', { kept: false, leftOut: 'time' }),
      ],
      30,
    ).map((note) => note.says);
    expect(says).to.include('0.40 m of boundary is lost and not drawn.');
    expect(says).to.include('1 of 4 lines are soft and drawn broken.');
    expect(says).to.include('1 of 4 lines are left out to stay within 30 min.');
  });

  it('warn of a long map, with ways to shorten it', () => {
    const many = Array.from({ length: 80 }, (_, i) => line(`a${i}`));
    const long = notes(many).find((note) => note.id === 'map-long');
    expect(long?.says).to.match(/1 h \d\d min/);
    expect(long?.ways.map((way) => way.change)).to.deep.include({ values: 3 });
    expect(notes(many.slice(0, 5)).some((note) => note.id === 'map-long')).to.equal(false);
  });

  it('say when the big shapes alone take more than the time set, with ways that end it', () => {
    const big = Array.from({ length: 20 }, (_, i) => line(`a${i}`));
    const note = mapNotes(mapWith(400, 300, big), { ...defaultMapSettings, minutes: 5 }).find(
      ({ id }) => id === 'map-over-time',
    );
    expect(note?.says).to.match(/^Silhouette and big masses alone take \d+ min, more than the 5 min set\.$/);
    const minutes = note?.ways[0]?.change.minutes ?? 0;
    expect(minutes).to.be.greaterThan(5);
    expect(notes(big, minutes).map(({ id }) => id)).not.to.include('map-over-time');
  });

  it('count lines that matter too little, and corrections that no longer fit', () => {
    const map = {
      ...mapWith(400, 300, [line('a'), line('b', { kept: false, leftOut: 'little' })]),
      unplaced: [{ id: '7', says: 'Its line is gone.' }],
    };
    const says = mapNotes(map, defaultMapSettings).map((note) => note.says);
    expect(says).to.include('1 of 2 lines matter too little and are left out.');
    expect(says).to.include('1 of your corrections no longer fit this map.');
  });
});
