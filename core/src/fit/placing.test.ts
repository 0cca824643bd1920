import { expect } from 'chai';
import { allRound, defaultFitDecisions, usualOf, type FitDecisions } from './decisions.js';
import { layOut, movedByHand, slackOf, spotInPicture, spotOnSurface } from './layout.js';
import { fitNotes, shiftWords } from './notes.js';
import { sidesWords, surfaceOf, toCut } from './surface.js';
import { surfaceKindIds, surfaceKinds } from './surface-kinds.js';
import { weigh } from './visual-weight.js';

const picture = { width: 3000, height: 1500 };
const fit = (change: Partial<FitDecisions>): FitDecisions => ({ ...defaultFitDecisions, ...change });

describe('schools of placing', () => {
  it('centred leaves the same on both sides', () => {
    const { frame } = layOut(picture, fit({ way: 'border' }));
    expect(frame).to.deep.equal({ x: 0, y: 45, width: 300, height: 150 });
  });

  it('bottom-heavy keeps bottom over top at the ratio asked for', () => {
    for (const bottomRatio of [1, 1.25, 2]) {
      const { frame } = layOut(picture, fit({ way: 'border', placement: 'bottom-heavy', bottomRatio }));
      expect((240 - frame.y - frame.height) / frame.y).to.be.closeTo(bottomRatio, 1e-9);
    }
    const cropped = layOut(
      picture,
      fit({ placement: 'bottom-heavy', bottomRatio: 1.5, marginsMm: allRound(20) }),
    );
    expect(cropped.frame).to.deep.equal({ x: 20, y: 20, width: 260, height: 190 });
  });

  it('weighted brings the weight to the middle as far as there is room, and says what it asked for', () => {
    const weightCentre = { x: 0.6, y: 0.6 };
    const bordered = layOut(picture, fit({ way: 'border', placement: 'weighted', weightCentre }));
    expect(bordered.shift).to.deep.include({ askedX: -30, askedY: -15, givenY: -15 });
    expect(Math.abs(bordered.shift.givenX)).to.equal(0);
    expect(bordered.frame.y + 0.6 * bordered.frame.height).to.be.closeTo(120, 1e-9);
    const cropped = layOut(picture, fit({ placement: 'weighted', weightCentre: { x: 0.55, y: 0.5 } }));
    const seen = spotOnSurface(cropped, 0.55 * picture.width, 0.5 * picture.height);
    expect(seen.x).to.be.closeTo(150, 1e-9);
    const far = layOut(picture, fit({ placement: 'weighted', weightCentre: { x: 1, y: 0.5 } }));
    expect(far.window.x + far.window.width).to.be.closeTo(picture.width, 1e-9);
    const note = fitNotes(
      picture,
      fit({ way: 'border', placement: 'weighted', weightCentre }),
      0.5,
      'mm',
    ).find(({ id }) => id === 'fit-weight')!;
    expect(note.says).to.equal(
      'Motif and shadow ask to move 30 mm left and 15 mm up; there is room for 15 mm up.',
    );
    expect(shiftWords(0.2, -0.3, 'mm')).to.equal('nowhere');
  });

  it('by hand moves by millimetres, from wherever the picture lies, and stops at the edge', () => {
    const bordered = fit({ way: 'border', placement: 'bottom-heavy' });
    const before = layOut(picture, bordered).frame;
    const after = layOut(picture, { ...bordered, ...movedByHand(picture, bordered, 5, 0.1) }).frame;
    expect(after.y - before.y).to.be.closeTo(0.1, 1e-9);
    expect(after.x).to.equal(before.x);
    const cropped = fit({});
    const moved = { ...cropped, ...movedByHand(picture, cropped, 10, 3) };
    const [a, b] = [layOut(picture, cropped), layOut(picture, moved)];
    expect((a.window.x - b.window.x) / a.pxPerMm).to.be.closeTo(10, 1e-9);
    expect(b.window.y).to.equal(a.window.y);
    const { x } = slackOf(picture, cropped);
    const edge = layOut(picture, { ...cropped, ...movedByHand(picture, cropped, x * 2, 0) });
    expect(edge.window.x).to.equal(0);
  });

  it('keeps room for what the reference cuts off, and counts it to the drawing', () => {
    const offPictureMm = { top: 30, right: 0, bottom: 0, left: 10 };
    const { frame, drawing } = layOut(picture, fit({ offPictureMm }));
    expect(frame).to.deep.equal({ x: 10, y: 30, width: 290, height: 210 });
    expect(drawing).to.deep.equal({ x: 0, y: 0, width: 300, height: 240 });
  });

  it('keeps what a mat covers free, and draws on to the margins when extending', () => {
    const { opening, room, drawing, frame } = layOut(
      picture,
      fit({ matMm: 10, marginsMm: allRound(5), way: 'extend' }),
    );
    expect(opening).to.deep.equal({ x: 10, y: 10, width: 280, height: 220 });
    expect(room).to.deep.equal({ x: 15, y: 15, width: 270, height: 210 });
    expect(drawing).to.deep.equal(room);
    expect(frame.width).to.equal(270);
  });
});

describe('what is cut', () => {
  it('is the surface with trim and tape on paper, with bars and wrap on a stretcher', () => {
    const paper = toCut(fit({ trimMm: 5, tapeMm: 20 }))!;
    expect(paper).to.deep.equal({
      of: 'paper',
      allowanceMm: 25,
      size: { widthMm: 350, heightMm: 290 },
    });
    const stretched = { kind: 'stretched-canvas' as const, ...usualOf('stretched-canvas') };
    expect(toCut(fit(stretched))?.size).to.deep.equal({ widthMm: 420, heightMm: 360 });
    expect(toCut(fit({ kind: 'wall', ...usualOf('wall') }))).to.equal(null);
  });

  it('is checked against the paper at hand', () => {
    const note = (widthMm: number, heightMm: number) =>
      fitNotes(picture, fit({ paperAtHand: { widthMm, heightMm }, tapeMm: 10 }), 0.5, 'mm').find(
        ({ id }) => id === 'fit-cut',
      )!;
    expect(note(760, 560).says).to.match(/320 × 260 mm.*gives 4 pieces/);
    expect(note(310, 250).weight).to.equal('fix');
  });
});

describe('surfaces', () => {
  it('each come with all that is known of them', () => {
    expect(surfaceKinds.map(({ id }) => id)).to.deep.equal([...surfaceKindIds]);
    for (const id of surfaceKindIds) {
      const surface = surfaceOf(fit({ kind: id, ...usualOf(id) }));
      for (const value of Object.values(surface)) expect(value).not.to.equal(undefined);
      expect(surface.dark).to.equal(id === 'scratchboard');
    }
  });

  it('let through light by their weight, and are what the painter says they are', () => {
    const passes = (gramsPerM2: number) => surfaceOf(fit({ gramsPerM2 })).passesLight;
    expect([90, 200, 300, 640].map(passes)).to.deep.equal(['much', 'some', 'little', 'none']);
    expect(surfaceOf(fit({ traits: { passesLight: 'much' } })).passesLight).to.equal('much');
    expect(surfaceOf(fit({ groundColour: '#404040' })).dark).to.equal(true);
  });
});

describe('weighing a picture', () => {
  const plane = (tone: (x: number, y: number) => number) => ({
    width: 200,
    height: 100,
    data: Float32Array.from({ length: 20_000 }, (_, i) => tone(i % 200, Math.floor(i / 200))),
  });

  it('balances a motif with its shadow by how dark they are', () => {
    // A dark block, and a lighter shadow of the same size 60 columns further to the right.
    const { centre, motif } = weigh(
      plane((x, y) => (y < 40 || y >= 60 ? 80 : x >= 40 && x < 60 ? 20 : x >= 100 && x < 120 ? 56 : 80)),
    );
    // Their weights are 48 and 12 after the ground's unevenness: centre at 50 + 60 · 12 / 60.
    expect(centre.x * 200).to.be.closeTo(62, 0.5);
    expect(centre.y * 100).to.be.closeTo(50, 0.5);
    expect(motif!.left.x * 200).to.be.closeTo(40, 1);
    expect(motif!.right.x * 200).to.be.closeTo(120, 1);
    expect(motif!.top.y * 100).to.be.closeTo(40, 1);
    expect(motif!.bottom.y * 100).to.be.closeTo(60, 1);
  });

  it('works the other way round on a dark ground', () => {
    const { centre } = weigh(plane((x) => (x >= 150 && x < 170 ? 90 : 10)));
    expect(centre.x * 200).to.be.closeTo(160, 0.5);
  });

  it('finds the middle when nothing stands out', () => {
    expect(weigh(plane(() => 50))).to.deep.equal({ centre: { x: 0.5, y: 0.5 }, motif: null });
  });
});

describe('places on surface and picture', () => {
  it('lead to each other, whatever the way and the placing', () => {
    for (const way of ['crop', 'border', 'extend'] as const) {
      const layout = layOut(picture, fit({ way, marginsMm: allRound(12), cropX: 0.2, placement: 'by-hand' }));
      const on = spotOnSurface(layout, 1700, 900);
      const back = spotInPicture(layout, on.x, on.y);
      expect(back.x).to.be.closeTo(1700, 1e-6);
      expect(back.y).to.be.closeTo(900, 1e-6);
    }
  });

  it('are told side by side only where the sides differ', () => {
    expect(sidesWords(allRound(8), 'mm')).to.equal('8 mm all round');
    expect(sidesWords({ ...allRound(8), bottom: 25.4 }, 'mm')).to.equal(
      'top 8 mm, right 8 mm, bottom 25.4 mm, left 8 mm',
    );
  });
});
