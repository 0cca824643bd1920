import { expect } from 'chai';
import { isTraced, readMapDocument, writeMapDocument, type MapDocument } from '../../documents/index.js';
import { disc, photograph, rectangle, type KnownScene } from '../../testing/index.js';
import { lineLengthMm } from '../weight/effort.js';
import { MapMaker } from '../map-maker.js';
import { defaultMapSettings, type MapSettings } from '../settings.js';
import { anchorOf, isWithin, lineNear, ringPoints, shapeAt } from './anchors.js';
import type { Correction } from './corrections.js';

/** A disc before a bar, and a lone disc: three things on one ground, 150 × 120 mm. */
const scene: KnownScene = {
  widthMm: 150,
  heightMm: 120,
  ground: 85,
  shapes: [
    { distance: rectangle(75, 60, 60, 10), lightness: 55, blurMm: 0.15 },
    { distance: disc(75, 60, 22), lightness: 25, blurMm: 0.15 },
    { distance: disc(30, 25, 12), lightness: 25, blurMm: 0.15 },
  ],
};
const frame = { x: 0, y: 0, width: 150, height: 120 };
const picture = photograph(scene, 4);
const maker = new MapMaker();

function makeMap(corrections: readonly Correction[] = [], settings: Partial<MapSettings> = {}): MapDocument {
  return maker.make({
    picture,
    pictureKey: 'scene',
    window: { x: 0, y: 0, width: picture.width, height: picture.height },
    placement: { surface: frame, frame },
    settings: { ...defaultMapSettings, values: 3, ...settings },
    corrections,
  });
}

const plain = makeMap();
const at = (x: number, y: number): [number, number] => [x / 150, y / 120];
const shapeOf = (map: MapDocument, x: number, y: number) => shapeAt(map, x, y)!;
const total = (map: MapDocument) => map.shapes.reduce((sum, { area }) => sum + area, 0);
const nearLine = (map: MapDocument, x: number, y: number) => lineNear(map.lines, x, y, 3)!.line;

/** Rings close, every boundary is used once on each side, and areas add up to the frame. */
function expectSound(map: MapDocument): void {
  expect(readMapDocument(writeMapDocument(map))).to.deep.equal(map);
  expect(total(map)).to.be.closeTo(150 * 120, 1.8);
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  const used = new Map<string, string[]>();
  for (const shape of map.shapes) {
    for (const ring of shape.rings) {
      ring.forEach(({ line, reversed }, i) => {
        const own = lines.get(line)!;
        used.set(line, [...(used.get(line) ?? []), shape.id]);
        expect(reversed ? own.left : own.right).to.equal(shape.id);
        if (own.closed) return;
        const next = ring[(i + 1) % ring.length];
        const after = lines.get(next.line)!;
        const end = reversed ? own.points[0] : own.points[own.points.length - 1];
        expect(next.reversed ? after.points[after.points.length - 1] : after.points[0]).to.deep.equal(end);
      });
    }
  }
  for (const line of map.lines) {
    if (line.kind === 'boundary') expect(used.get(line.id), line.id).to.have.length(2);
  }
}

describe('corrections by hand', () => {
  it('begin from a map with the bar in two parts behind the disc', () => {
    expectSound(plain);
    expect(shapeOf(plain, 75, 60).level).to.equal(0);
    expect(shapeOf(plain, 30, 60).id).not.to.equal(shapeOf(plain, 120, 60).id);
  });

  it('leave out, keep and change the edge of a line, and only that', () => {
    const line = nearLine(plain, 30, 13);
    const anchor = anchorOf(line, frame);
    const dropped = makeMap([{ id: '1', does: 'drop', line: anchor }]);
    expect(
      dropped.lines.filter((other) => !isTraced(other) && other.kind !== 'frame').map(({ id }) => id),
    ).to.deep.equal([line.id]);
    const soft = makeMap([{ id: '1', does: 'edge', line: anchor, edge: 'soft' }]);
    expect(soft.lines.filter(({ edge }) => edge === 'soft').map(({ id }) => id)).to.deep.equal([line.id]);
    const kept = makeMap(
      [
        { id: '1', does: 'drop', line: anchor },
        { id: '2', does: 'keep', line: anchor },
      ],
      { minWeight: 1 },
    );
    expect(kept.lines.find(({ id }) => id === line.id)?.kept).to.equal(true);
  });

  it('join two shapes that touch into one with one border', () => {
    const joined = makeMap([{ id: '1', does: 'join', one: at(75, 60), other: at(30, 60) }]);
    expectSound(joined);
    expect(joined.shapes).to.have.length(plain.shapes.length - 1);
    const whole = shapeOf(joined, 75, 60);
    expect(whole.id).to.equal(shapeOf(joined, 30, 60).id);
    expect(whole.area).to.be.closeTo(shapeOf(plain, 75, 60).area + shapeOf(plain, 30, 60).area, 0.01);
    expect(whole.joins?.at(-1)?.because).to.equal('by hand');
  });

  it('list what cannot be done, with the reason, and do the rest', () => {
    const map = makeMap([
      { id: '1', does: 'join', one: at(30, 25), other: at(75, 60) },
      { id: '2', does: 'drop', line: { at: at(75, 110), angleRad: 0 } },
      { id: '3', does: 'guide', at: at(75, 60), angleDeg: 90 },
      { id: '4', does: 'split', path: [at(-30, -30), at(-20, -20)] },
    ]);
    expect(map.unplaced?.map(({ id }) => id)).to.deep.equal(['1', '2', '4']);
    expect(map.unplaced?.[0]?.says).to.match(/no longer touch/);
    const guide = map.lines.find(({ kind }) => kind === 'guide')!;
    expect(guide.points.map(([x]) => Math.round(x))).to.deep.equal([75, 75]);
    expect(isTraced(guide)).to.equal(false);
    expectSound(map);
  });

  it('divide a shape along a stroke from border to border, led on to it', () => {
    const map = makeMap([{ id: '1', does: 'split', path: [at(75, 42), at(75, 60), at(75, 78)] }]);
    expectSound(map);
    expect(map.shapes).to.have.length(plain.shapes.length + 1);
    const [left, right] = [shapeOf(map, 65, 60), shapeOf(map, 85, 60)];
    expect(left.id).not.to.equal(right.id);
    expect(left.area).to.be.closeTo(right.area, 0.03 * left.area);
    const border = map.lines.find(({ id }) => id === 'c-1')!;
    expect([border.left, border.right]).to.have.members([left.id, right.id]);
  });

  it('divide a shape whose border is one closed line', () => {
    const map = makeMap([{ id: '1', does: 'split', path: [at(20, 25), at(40, 25)] }]);
    expectSound(map);
    expect(shapeOf(map, 30, 20).id).not.to.equal(shapeOf(map, 30, 30).id);
  });

  it('pull a boundary, and its areas with it, leaving its ends where they are', () => {
    const line = nearLine(plain, 30, 13);
    const anchor = anchorOf(line, frame);
    const spot = { x: anchor.at[0] * 150, y: anchor.at[1] * 120 };
    const out = { x: 30 + (spot.x - 30) * 1.4, y: 25 + (spot.y - 25) * 1.4 };
    const map = makeMap([{ id: '1', does: 'move', line: anchor, to: at(out.x, out.y), reachMm: 10 }]);
    expectSound(map);
    expect(shapeOf(map, 30, 25).area).to.be.greaterThan(shapeOf(plain, 30, 25).area + 15);
    expect(lineNear(map.lines, out.x, out.y, 0.3)?.line.id).to.equal(line.id);
  });

  it('carry a hidden contour on with the same direction at both ends', () => {
    const [one, other] = [nearLine(plain, 35, 50), nearLine(plain, 115, 50)];
    const end = (x: number) => ({ at: at(x, 50), angleRad: 0 });
    expect(one.id).not.to.equal(other.id);
    const map = makeMap([{ id: '1', does: 'hidden', from: end(50), to: end(100) }]);
    const hidden = map.lines.find(({ kind }) => kind === 'hidden')!;
    expect(lineLengthMm(hidden)).to.be.greaterThan(20);
    // The bar's upper side is straight: carried on, it stays at its height.
    for (const [, y] of hidden.points) expect(y).to.be.closeTo(50, 0.8);
  });

  it('carry a hidden contour on from a whole round one, along its own direction', () => {
    // The lone disc's contour is closed: it goes on from its rightmost spot straight down, as the disc does there.
    const map = makeMap([
      {
        id: '1',
        does: 'hidden',
        from: { at: at(42, 25), angleRad: Math.PI / 2 },
        to: { at: at(45, 50), angleRad: 0 },
      },
    ]);
    const hidden = map.lines.find(({ kind }) => kind === 'hidden')!;
    const { points } = hidden;
    const ends = [points[0], points[points.length - 1]];
    expect(Math.min(...ends.map(([x, y]) => Math.hypot(x - 42, y - 25)))).to.be.at.most(0.3);
    const fromDisc = Math.hypot(ends[0][0] - 42, ends[0][1] - 25) < 1 ? points : [...points].reverse();
    const [a, b] = fromDisc;
    // Within ten degrees of plumb where it leaves.
    expect(Math.abs(Math.atan2(b[0] - a[0], b[1] - a[1]))).to.be.at.most(0.18);
  });

  it('that cannot be placed any more are told with the reason, and change nothing', () => {
    const lost: Correction[] = [
      { id: '1', does: 'drop', line: { at: at(140, 110), angleRad: 0 } },
      { id: '2', does: 'join', one: at(75, 60), other: at(500, 500) },
      { id: '3', does: 'split', path: [at(75, 60), at(76, 60)] },
      { id: '4', does: 'guide', at: at(400, 300), angleDeg: 0 },
      { id: '5', does: 'shadow', shape: at(600, 600) },
    ];
    const map = makeMap(lost);
    expect(map.unplaced?.map(({ id }) => id)).to.deep.equal(lost.map(({ id }) => id));
    for (const { says } of map.unplaced ?? []) expect(says).to.match(/^[A-Z].*\.$/);
    expect(map.lines).to.deep.equal(plain.lines);
    expect(map.shapes).to.deep.equal(plain.shapes);
  });

  it('draw lines that matter whatever the time, and centre lines with their width', () => {
    const map = makeMap(
      [{ id: '1', does: 'draw', path: [at(10, 100), at(60, 105), at(120, 100)], edge: 'hard', widthMm: 1.5 }],
      { minutes: 0.01 },
    );
    const drawn = map.lines.find(({ id }) => id === 'c-1')!;
    expect(drawn).to.include({ kind: 'detail', width: 1.5 });
    expect(isTraced(drawn)).to.equal(true);
  });

  it('exclude an area, and raise and lower what lies in focal and quiet ones', () => {
    const brush = (kind: 'focal' | 'quiet' | 'exclude'): Correction => ({
      id: '1',
      does: 'brush',
      kind,
      path: [at(30, 25)],
      radiusMm: 20,
    });
    const weight = (map: MapDocument) => nearLine(map, 30, 13).weight;
    const excluded = makeMap([brush('exclude')]);
    expect(nearLine(excluded, 30, 13)).to.include({ kept: false, leftOut: 'excluded' });
    expect(isTraced(nearLine(excluded, 75, 38))).to.equal(true);
    expect(weight(makeMap([brush('quiet')]))).to.be.lessThan(weight(plain));
    const focal = makeMap([brush('focal')], { focus: 1 });
    expect(weight(focal)).to.equal(weight(plain));
    expect(nearLine(focal, 75, 38).weight).to.be.lessThan(nearLine(plain, 75, 38).weight);
  });

  it('treat the outline of a cast shadow as the school does', () => {
    const mark: Correction = { id: '1', does: 'shadow', shape: at(30, 25) };
    const outline = (castShadows: MapSettings['castShadows']) =>
      nearLine(makeMap([mark], { castShadows }), 30, 13);
    expect(outline('kept')).to.deep.equal({ ...nearLine(plain, 30, 13) });
    expect(outline('dotted').dotted).to.equal(true);
    expect(outline('dropped')).to.include({ kept: false, leftOut: 'shadow' });
  });

  it('say which side is in front', () => {
    const line = nearLine(plain, 75, 38);
    const map = makeMap([{ id: '1', does: 'front', line: anchorOf(line, frame), shape: at(75, 60) }]);
    expect(nearLine(map, 75, 38).front).to.equal(shapeOf(map, 75, 60).id);
  });

  it('are found again in a map made with other settings, or laid on another surface', () => {
    const drop: Correction = { id: '1', does: 'drop', line: anchorOf(nearLine(plain, 30, 13), frame) };
    const straight = makeMap([drop], { path: 'straight', toleranceMm: 0.8 });
    expect(straight.unplaced).to.equal(undefined);
    expect(nearLine(straight, 30, 13).kept).to.equal(false);
    const half = { x: 10, y: 20, width: 75, height: 60 };
    const small = maker.make({
      picture,
      pictureKey: 'scene',
      window: { x: 0, y: 0, width: picture.width, height: picture.height },
      placement: { surface: { width: 100, height: 100 }, frame: half },
      settings: { ...defaultMapSettings, values: 3, minShapeMm2: 4 },
      corrections: [drop],
      wholeAt: half,
    });
    expect(lineNear(small.lines, 25, 26.5, 2)?.line.kept).to.equal(false);
  });

  it('leave the map they are made to as it was', () => {
    makeMap([{ id: '1', does: 'join', one: at(75, 60), other: at(30, 60) }]);
    expect(makeMap()).to.deep.equal(plain);
  });
});

describe('finding shapes and lines', () => {
  it('tells what lies within rings, holes left out', () => {
    const lines = new Map(plain.lines.map((line) => [line.id, line]));
    const ground = plain.shapes.find(({ level }) => level === plain.values.length - 1)!;
    expect(isWithin(ringPoints(ground, lines), 5, 5)).to.equal(true);
    expect(isWithin(ringPoints(ground, lines), 30, 25)).to.equal(false);
    expect(shapeAt(plain, 500, 5)).to.equal(null);
    expect(lineNear(plain.lines, 140, 110, 3)).to.equal(null);
  });
});
