import { expect } from 'chai';
import { mapDocumentSchema, type MapDocument } from '../../documents/index.js';
import {
  accuracyScene,
  croppedBy,
  drawingScene,
  photographUnder,
  renderDrawing,
  rulingsOf,
} from '../../testing/index.js';
import { distanceToSegment } from '../../geometry/index.js';
import type { Picture } from '../../raster/index.js';
import { mapNotes } from '../notes.js';
import { effortOf } from '../weight/index.js';
import { MapMaker } from '../map-maker.js';
import { defaultMapSettings, type MapSettings } from '../settings.js';

const pxPerMm = 4;
const drawing = drawingScene(3, true);
const { picture: sketch } = renderDrawing(drawing, {
  tool: 'pencil',
  paper: 92,
  contrast: 45,
  light: 'side',
  taken: 'photographed',
  pxPerMm,
  seed: 5,
});

function mapOf(picture: Picture, change: Partial<MapSettings> = {}, maker = new MapMaker()): MapDocument {
  const frame = { x: 0, y: 0, width: picture.width / pxPerMm, height: picture.height / pxPerMm };
  return maker.make({
    picture,
    pictureKey: `${picture.width} ${picture.data[5000] ?? 0}`,
    window: { x: 0, y: 0, width: picture.width, height: picture.height },
    placement: { surface: { width: frame.width, height: frame.height }, frame },
    settings: { ...defaultMapSettings, ...change },
  });
}

const flat = (grey: number): Picture => ({
  width: 400,
  height: 300,
  channels: 3,
  data: new Uint8Array(400 * 300 * 3).fill(grey),
});

const metresOf = (map: MapDocument) => effortOf(map).metres;

/** Distance of a place from a run of straights, mm. */
const distanceTo = ([x, y]: [number, number], run: readonly [number, number][]): number =>
  Math.min(...run.slice(1).map(([bx, by], i) => distanceToSegment(x, y, ...run[i], bx, by)));

describe('the map of a drawing', () => {
  it('is told by its tones, holds its strokes with their strength, and no shapes', () => {
    const map = mapOf(sketch);
    expect(map.readAs?.kind).to.equal('drawing');
    expect(map.shapes).to.have.length(0);
    expect(map.lines.length).to.be.within(20, 80);
    for (const line of map.lines) {
      expect(line.of).to.equal('stroke');
      expect(line.strength).to.be.within(0.3, 1);
      expect(line.width).to.be.within(0.3, 1.2);
    }
    expect(mapDocumentSchema.safeParse(map).success).to.equal(true);
  });

  it('is what the painter says it is', () => {
    expect(mapOf(sketch, { reference: 'photograph' }).readAs?.kind).to.equal('photograph');
    const scene = photographUnder(accuracyScene(2), 'texture', 2, 2);
    expect(mapOf(scene).readAs?.kind).to.equal('photograph');
    const forced = mapOf(scene, { reference: 'drawing' });
    expect(forced.readAs?.kind).to.equal('drawing');
    expect(forced.lines.length).to.be.lessThan(3000);
  });

  it('leaves out what lies beneath, dots it, or draws it', () => {
    const dropped = mapOf(sketch);
    const dotted = mapOf(sketch, { faintStrokes: 'dotted' });
    const kept = mapOf(sketch, { faintStrokes: 'kept' });
    expect(dotted.lines.filter((line) => line.dotted).length).to.equal(dropped.readAs?.faint?.count);
    expect(kept.lines.some((line) => line.dotted)).to.equal(false);
    expect(metresOf(kept)).to.be.greaterThan(1.3 * metresOf(dropped));
    const says = (map: MapDocument, change: Partial<MapSettings> = {}) =>
      mapNotes(map, { ...defaultMapSettings, ...change }).map(({ id }) => id);
    expect(says(dropped)).to.include.members(['map-is-drawing', 'map-faint']);
    expect(says(kept, { faintStrokes: 'kept' })).not.to.include('map-faint');
  });

  it('has fewer lines the darker they must be, and remembers what it found', () => {
    const maker = new MapMaker();
    const part = croppedBy(sketch, 0.22);
    const metres = [0.05, 0.5, 0.99].map((darkerThan) => metresOf(mapOf(part, { darkerThan }, maker)));
    expect(metres[0]).to.be.greaterThan(metres[1] ?? 0);
    expect(metres[1]).to.be.greaterThan(metres[2] ?? 0);
    for (const change of [
      { joinEndsMm: 3 },
      { restatedMm: 1 },
      { rulings: 'taken-away' as const },
      { hatching: 'dropped' as const },
      { tone: 'shapes' as const },
      { smoothMm: 0.5 },
      { path: 'straight' as const },
      { minutes: 2 },
    ]) {
      const remembered = mapOf(part, change, maker);
      expect(JSON.stringify(remembered), Object.keys(change).join()).to.equal(
        JSON.stringify(mapOf(part, change)),
      );
    }
    expect(maker.strokesFound()?.length).to.be.greaterThan(5);
  });

  it('moves no line further than wobbles may be smoothed', () => {
    const plain = mapOf(sketch, { smoothMm: 0, toleranceMm: 0.02 });
    const smooth = mapOf(sketch, { smoothMm: 0.4, toleranceMm: 0.02 });
    plain.lines.forEach((line, i) => {
      const run = smooth.lines[i]?.points ?? [];
      const sides = smooth.lines[i]?.closed ? [...run, ...run.slice(0, 1)] : run;
      for (const point of line.points) expect(distanceTo(point, sides), line.id).to.be.lessThan(0.8);
    });
  });

  it('is cleaned up as far as wanted, says by how much, and shows what else could be', () => {
    const maker = new MapMaker();
    const plain = mapOf(sketch, {}, maker);
    const tried = maker.tryCleanUps(defaultMapSettings) ?? [];
    expect(tried.map(({ kind }) => kind)).to.deep.equal(['symmetry', 'ellipses', 'straights', 'level']);
    const straights = tried.find(({ kind }) => kind === 'straights');
    expect(straights?.lines).to.be.greaterThan(3);
    expect(straights?.after.length).to.equal(straights?.before.length);
    expect(plain.readAs?.cleanedUp).to.equal(undefined);

    const settings = { ...defaultMapSettings, straightenMm: 0.8, levelDeg: 2 };
    const clean = mapOf(sketch, settings, maker);
    const said = clean.readAs?.cleanedUp ?? [];
    expect(said.map(({ kind }) => kind)).to.deep.equal(['straights', 'level']);
    expect(said[0]?.lines).to.equal(straights?.lines);
    expect(said[0]?.mostMm).to.be.within(0.05, 3);
    expect(clean.lines).to.have.length(plain.lines.length);
    const note = mapNotes(clean, settings).find(({ id }) => id === 'map-cleaned-straights');
    expect(note?.says).to.match(
      /^\d+ lines? w(as|ere) made straight: moved by \d\.\d mm, at most \d\.\d mm\.$/,
    );
    expect(note?.ways[0]?.change).to.deep.equal({ straightenMm: null });
  });

  it('says that the paper is squared, and is without its lines when they are taken away', () => {
    const drawing = drawingScene(3, false);
    const { picture } = renderDrawing(drawing, {
      tool: 'pencil',
      paper: 92,
      contrast: 45,
      light: 'side',
      taken: 'photographed',
      pxPerMm,
      seed: 5,
      printed: { strokes: rulingsOf(drawing, { everyMm: 5, squared: true }), contrast: 22 },
    });
    const kept = mapOf(picture, { reference: 'drawing' });
    expect(kept.readAs?.printedEveryMm).to.be.within(4.4, 5);
    const note = mapNotes(kept, defaultMapSettings).find(({ id }) => id === 'map-printed');
    expect(note?.ways[0]?.change).to.deep.equal({ rulings: 'taken-away' });
    const without = mapOf(picture, { reference: 'drawing', rulings: 'taken-away' });
    expect(without.readAs?.printedEveryMm).to.equal(undefined);
    expect(without.lines.length).to.be.within(20, 80);
    expect(mapOf(sketch).readAs?.printedEveryMm).to.equal(undefined);
  });

  it('keeps the tone of a drawing as shapes of value, and draws no boundary beside a stroke again', () => {
    // A dark wash over part of the sheet, as far as a stroke that is its rim.
    const side = 400;
    const data = new Uint8Array(3 * side * side);
    for (let y = 0; y < side; y++)
      for (let x = 0; x < side; x++) {
        const off = Math.hypot(x - 200, y - 200);
        const stroke = Math.abs(off - 120) < 2 && y < 200;
        const grain = 3 * Math.sin(12.9898 * x) * Math.cos(78.233 * y);
        data.fill((stroke ? 50 : off < 120 ? 150 : 235) + grain, 3 * (y * side + x), 3 * (y * side + x) + 3);
      }
    const washed = { width: side, height: side, channels: 3 as const, data };
    const settings = { reference: 'drawing' as const, values: 2 };
    const without = mapOf(washed, settings);
    expect(without.readAs?.tone).to.be.within(0.2, 0.4);
    expect(mapNotes(without, { ...defaultMapSettings, ...settings }).map(({ id }) => id)).to.include(
      'map-tone',
    );

    const maker = new MapMaker();
    // What was remembered of it read otherwise does not stay.
    mapOf(washed, { ...settings, tone: 'shapes', restatedMm: 4 }, maker);
    const map = mapOf(washed, { ...settings, tone: 'shapes' }, maker);
    expect(map).to.deep.equal(mapOf(washed, { ...settings, tone: 'shapes' }));
    expect(mapDocumentSchema.safeParse(map).success).to.equal(true);
    expect(map.values).to.have.length(2);
    const dark = map.shapes.find(({ level }) => level === 0);
    expect(dark?.area).to.be.closeTo(Math.PI * 30 * 30, 120);
    // The upper half is the stroke's, the lower half is drawn as the boundary of the wash.
    const lengthOf = (of: MapDocument['lines']) => effortOf({ ...map, lines: of }).metres * 1000;
    const boundary = map.lines.filter(({ kind }) => kind === 'boundary');
    expect(lengthOf(boundary.filter(({ kept }) => kept !== false))).to.be.closeTo(Math.PI * 30, 8);
    expect(boundary.some(({ leftOut }) => leftOut === 'stroke')).to.equal(true);
    const strokes = map.lines.filter(({ of }) => of === 'stroke');
    expect(lengthOf(strokes)).to.be.closeTo(Math.PI * 30, 6);
  });

  it('of a bare, a black and a tiny sheet is empty, and says what can be done', () => {
    for (const grey of [255, 0, 128]) {
      const map = mapOf(flat(grey), { reference: 'drawing' });
      expect(map.lines).to.have.length(0);
      const [note] = mapNotes(map, { ...defaultMapSettings, reference: 'drawing' });
      expect(note?.says).to.equal('No lines were found to take.');
      expect(note?.ways.length).to.be.greaterThan(0);
    }
    const tiny = { width: 2, height: 2, channels: 3 as const, data: new Uint8Array(12).fill(200) };
    expect(mapOf(tiny, { reference: 'drawing' }).lines).to.have.length(0);
  });
});
