import { expect } from 'chai';
import { isTraced, type MapDocument, type MapLine } from '../documents/index.js';
import { disc, photograph, rectangle, type KnownShape } from '../testing/index.js';
import { mapNotes } from './notes.js';
import { MapMaker } from './map-maker.js';
import { defaultMapSettings } from './settings.js';
import { schoolOf, schools } from './schools.js';
import { beginMap, settingsOf } from './begin-map.js';
import { suggestSchool } from './suggest-school.js';
import { lineLengthMm } from './weight/index.js';

const frame = { x: 0, y: 0, width: 150, height: 120 };

function mapOf(ground: number, shapes: readonly KnownShape[], settings = defaultMapSettings): MapDocument {
  const picture = photograph({ widthMm: 150, heightMm: 120, ground, shapes: [...shapes] }, 4, 2);
  return new MapMaker().make({
    picture,
    pictureKey: 'scene',
    window: { x: 0, y: 0, width: picture.width, height: picture.height },
    placement: { surface: frame, frame },
    settings,
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
    expect([begun, sets]).to.deep.equal([{ school: 'four-values-soft', because: null, calmer: null }, null]);
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

describe('the detail a map begins with', () => {
  /** Round patches 5 mm apart, of which every fourth is of a kind. */
  const patches = (kind: number) => (x: number, y: number) => {
    const [column, row] = [Math.floor(x / 5), Math.floor(y / 5)];
    if ((column + 2 * (row % 2)) % 4 !== kind) return 5;
    return Math.hypot(x - 5 * column - 2.5, y - 5 * row - 2.5) - 2;
  };
  // One dark thing among hundreds of small patches.
  const gravel = [0, 1, 2, 3].map((kind) => hard(patches(kind), 46 + 5 * kind));
  const scene = [...gravel, hard(rectangle(75, 60, 40, 46), 15)];
  const map = mapOf(80, scene);
  const { begun, sets } = beginMap(map);
  const calm = { ...defaultMapSettings, ...sets };

  it('is as much as leaves the strongest contours, where there are more lines than a hand would draw', () => {
    expect(map.lines.filter(isTraced).length).to.be.greaterThan(1.5 * Math.hypot(150, 120));
    expect(begun.calmer?.lines).to.equal(map.lines.filter(isTraced).length);
    expect(calm.detail).to.equal(begun.calmer?.detail).and.to.be.within(0, 0.49);
    const kept = mapOf(80, scene, calm).lines.filter(isTraced);
    expect(kept.length).to.be.within(1, 1.5 * Math.hypot(150, 120));
    // The thing itself is drawn whole.
    const mm = kept
      .filter((line) => line.of === 'contour')
      .reduce((sum, line) => sum + lineLengthMm(line), 0);
    expect(mm).to.be.greaterThan(0.9 * 2 * (40 + 46));
  });

  it('is said with its reason and the way to more, until more is drawn', () => {
    const note = mapNotes(map, calm, begun).find(({ id }) => id === 'map-calmer');
    expect(note?.says).to.contain(`${Math.round(100 * calm.detail)} %`);
    expect(note?.why).to.contain(`${begun.calmer?.lines} lines`);
    // Of a school that draws less anyway, the figure is its own.
    const loose = schools.find(({ id }) => id === 'loose')?.sets.detail ?? 0;
    const own = mapNotes(map, { ...calm, detail: 0.3 }, { ...begun, school: 'loose' });
    const figure = `: ${Math.round((100 * loose * calm.detail) / 0.5)} %`;
    expect(own.find(({ id }) => id === 'map-calmer')?.says).to.contain(figure);
    const more = { ...calm, ...note?.ways?.[0]?.change };
    expect(mapNotes(map, more, begun).map(({ id }) => id)).not.to.include('map-calmer');
  });

  it('holds for every school in its proportion, and a school in less detail is still that school', () => {
    for (const school of schools) {
      const settings = { ...defaultMapSettings, ...settingsOf(school, begun) };
      expect(settings.detail).to.be.closeTo((school.sets.detail * calm.detail) / 0.5, 0.006);
      expect(schoolOf(settings)?.id).to.equal(school.id);
      expect(settingsOf(school, null)).to.deep.equal(school.sets);
    }
  });

  it('is the usual one where the lines are few enough', () => {
    expect(beginMap(mapOf(90, things(20, 55))).begun.calmer).to.equal(null);
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
