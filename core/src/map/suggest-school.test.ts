import { expect } from 'chai';
import type { MapDocument, MapLine } from '../documents/index.js';
import { disc, photograph, rectangle, type KnownShape } from '../testing/index.js';
import { mapNotes } from './notes.js';
import { MapMaker } from './map-maker.js';
import { defaultMapSettings } from './settings.js';
import { schools } from './schools.js';
import { beginMap, suggestSchool } from './suggest-school.js';

const frame = { x: 0, y: 0, width: 150, height: 120 };

function mapOf(ground: number, shapes: readonly KnownShape[]): MapDocument {
  const picture = photograph({ widthMm: 150, heightMm: 120, ground, shapes: [...shapes] }, 4, 2);
  return new MapMaker().make({
    picture,
    pictureKey: 'scene',
    window: { x: 0, y: 0, width: picture.width, height: picture.height },
    placement: { surface: frame, frame },
    settings: defaultMapSettings,
  });
}

const hard = (distance: KnownShape['distance'], lightness: number): KnownShape => ({
  distance,
  lightness,
  blurMm: 0.15,
});
const things = (one: number, other: number) => [
  hard(disc(45, 60, 32), one),
  hard(rectangle(110, 60, 25, 40), other),
];

describe('the school suggested for a picture', () => {
  it('is the one a work begins with where values and contours both carry it', () => {
    const map = mapOf(90, things(20, 55));
    expect(suggestSchool(map)).to.equal(null);
    const { begun, sets } = beginMap(map);
    expect([begun, sets]).to.deep.equal([{ school: 'four-values-soft', because: null }, null]);
    expect(mapNotes(map, defaultMapSettings, begun).map(({ id }) => id)).not.to.include('map-school');
  });

  it('is clean contour where all values are close together, with the figure as its reason', () => {
    const map = mapOf(88, things(68, 78));
    const found = suggestSchool(map);
    expect(found?.school.id).to.equal('clean-contour');
    expect(found?.because).to.match(/within \d+ L\*/);
    const { begun, sets } = beginMap(map);
    expect(sets).to.deep.equal(found?.school.sets);
    const settings = { ...defaultMapSettings, ...sets };
    const note = mapNotes(map, settings, begun).find(({ id }) => id === 'map-school');
    expect(note?.why).to.contain(found?.because);
    expect(note?.ways?.[0]?.change).to.deep.equal(schools.find(({ id }) => id === 'four-values-soft')?.sets);
  });

  it('is loose where there is hardly a contour', () => {
    const map = mapOf(90, [{ distance: disc(75, 60, 12), lightness: 30, blurMm: 0.15 }]);
    expect(suggestSchool(map)?.school.id).to.equal('loose');
  });

  it('is only spoken of while the map still is as it began', () => {
    const map = mapOf(88, things(68, 78));
    const { begun, sets } = beginMap(map);
    const settings = { ...defaultMapSettings, ...sets, values: 3 };
    expect(mapNotes(map, settings, begun).map(({ id }) => id)).not.to.include('map-school');
  });
});

describe('a note on cast shadows', () => {
  const shadow: MapLine = {
    id: 'a1',
    kind: 'boundary',
    of: 'cast-shadow',
    edge: 'soft',
    contrast: 20,
    softness: 3,
    weight: 0.5,
    closed: false,
    points: [
      [0, 0],
      [100, 0],
    ],
    left: null,
    right: null,
  };

  it('says how much line goes round them, with both ways out, unless it is hardly any', () => {
    const map = { ...mapOf(90, things(20, 55)), lines: [shadow] };
    const note = mapNotes(map, defaultMapSettings).find(({ id }) => id === 'map-shadows');
    expect(note?.says).to.contain('0.10 m');
    expect(note?.ways?.map(({ change }) => change)).to.deep.equal([
      { castShadows: 'dotted' },
      { castShadows: 'dropped' },
    ]);
    const short = { ...shadow, points: [[0, 0] as [number, number], [10, 0] as [number, number]] };
    const few = mapNotes({ ...map, lines: [short] }, defaultMapSettings);
    expect(few.map(({ id }) => id)).not.to.include('map-shadows');
  });
});
