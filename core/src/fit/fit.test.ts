import { expect } from 'chai';
import fc from 'fast-check';
import { allRound, defaultFitDecisions, placements, ways, type FitDecisions } from './decisions.js';
import { findFitFault, layOut, wholePictureOn } from './layout.js';
import { fitNotes, ratioWords } from './notes.js';

const picture = { width: 4000, height: 3000 };
const fit = (change: Partial<FitDecisions>): FitDecisions => ({ ...defaultFitDecisions, ...change });

describe('fit', () => {
  it('crops to the surface’s ratio, centred', () => {
    const { frame, window, pxPerMm } = layOut(picture, fit({}));
    expect(frame).to.deep.equal({ x: 0, y: 0, width: 300, height: 240 });
    expect(window).to.deep.equal({ x: 125, y: 0, width: 3750, height: 3000 });
    expect(pxPerMm).to.equal(12.5);
  });

  it('takes the crop from where it is dragged', () => {
    expect(layOut(picture, fit({ placement: 'by-hand', cropX: 1 })).window.x).to.equal(250);
    expect(layOut(picture, fit({ placement: 'by-hand', cropX: 0 })).window.x).to.equal(0);
  });

  it('leaves a border of equal width on both sides', () => {
    const { frame, window } = layOut(picture, fit({ way: 'border', marginsMm: allRound(20) }));
    expect(window).to.deep.equal({ x: 0, y: 0, ...picture });
    expect(frame.width).to.be.closeTo(260, 1e-9);
    expect(frame.height).to.be.closeTo(195, 1e-9);
    expect(frame.y).to.be.closeTo(240 - frame.y - frame.height, 1e-9);
  });

  it('always keeps the picture undistorted and inside the margins, its crop inside the picture', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 20_000 }),
        fc.integer({ min: 1, max: 20_000 }),
        fc.double({ min: 20, max: 4000, noNaN: true }),
        fc.double({ min: 20, max: 4000, noNaN: true }),
        fc.double({ min: 0, max: 0.3, noNaN: true }),
        fc.constantFrom(...ways),
        fc.constantFrom(...placements),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (width, height, widthMm, heightMm, marginShare, way, placement, crop) => {
          const marginMm = marginShare * Math.min(widthMm, heightMm);
          const layout = layOut(
            { width, height },
            fit({
              widthMm,
              heightMm,
              marginsMm: allRound(marginMm),
              way,
              placement,
              cropX: crop,
              cropY: crop,
            }),
          );
          const { frame, window } = layout;
          const hair = 1e-6 * Math.max(widthMm, heightMm);
          expect(window.width / frame.width).to.be.closeTo(
            window.height / frame.height,
            1e-6 * (window.width / frame.width),
          );
          expect(frame.x).to.be.at.least(marginMm - hair);
          expect(frame.x + frame.width).to.be.at.most(widthMm - marginMm + hair);
          expect(frame.y + frame.height).to.be.at.most(heightMm - marginMm + hair);
          expect(window.x).to.be.at.least(0);
          expect(window.x + window.width).to.be.at.most(width + 1e-6 * width);
          const whole = wholePictureOn(layout, { width, height });
          expect(whole.x).to.be.at.most(frame.x + hair);
          expect(whole.x + whole.width).to.be.at.least(frame.x + frame.width - hair);
        },
      ),
    );
  });

  it('says at which control a size cannot be', () => {
    expect(findFitFault(fit({}))).to.equal(null);
    expect(findFitFault(fit({ widthMm: 0 }))?.field).to.equal('widthMm');
    expect(findFitFault(fit({ heightMm: 25_000 }))?.message).to.match(/at most 20 m/);
    const wide = findFitFault(fit({ marginsMm: { ...allRound(0), top: 200, bottom: 36 } }));
    expect(wide?.message).to.match(/236 mm of the height would leave no room.*at most 235 mm/);
    expect(findFitFault(fit({ marginsMm: allRound(-1) }))?.field).to.equal('marginsMm');
    expect(findFitFault(fit({ matMm: 130 }))?.field).to.equal('matMm');
    expect(findFitFault(fit({ offPictureMm: { ...allRound(0), left: 299 } }))?.field).to.equal(
      'offPictureMm',
    );
    expect(() => layOut(picture, fit({ marginsMm: allRound(200) }))).to.throw(RangeError);
  });
});

describe('notes at Fit', () => {
  it('catch a ratio that does not fit, with the numbers and ways out that work', () => {
    const [note] = fitNotes(picture, fit({}), 0.5, 'mm');
    expect(note.weight).to.equal('watch');
    expect(note.says).to.match(/4\u00a0:\u00a03.*5\u00a0:\u00a04.*left 3\.1 %, 10 mm; right 3\.1 %, 10 mm/);
    const mended = layOut(picture, { ...fit({}), ...note.ways[0].change });
    expect(mended.window).to.deep.equal({ x: 0, y: 0, ...picture });
  });

  it('knows the 12 × 16 in sketch that does not fill 20 × 24 in', () => {
    const [note] = fitNotes({ width: 1200, height: 1600 }, fit({ widthMm: 508, heightMm: 609.6 }), 0.5, 'in');
    // 166.7 % by one side and 150 % by the other: the two are 111.1 % of each other.
    expect(note.why).to.include('111.1 %');
    expect(note.says).to.match(/top 5\.0 %.*bottom 5\.0 %/);
  });

  it('are quiet when the ratios agree', () => {
    const [note] = fitNotes(picture, fit({ widthMm: 400, heightMm: 300 }), 0.5, 'mm');
    expect(note.weight).to.equal('plain');
    expect(note.ways).to.have.length(0);
  });

  it('warn when the picture is coarser than the point', () => {
    const note = (width: number) =>
      fitNotes({ width, height: (width * 4) / 5 }, fit({}), 0.5, 'mm').find(
        ({ id }) => id === 'fit-resolution',
      )!;
    expect(note(1200).weight).to.equal('plain');
    expect(note(900).weight).to.equal('watch');
    expect(note(900).says).to.include('300 × 240 mm; 3.0 of its pixels');
  });

  it('say what has to be cut, and whether the paper at hand gives it', () => {
    const cut = (change: Parameters<typeof fit>[0]) =>
      fitNotes(picture, fit(change), 0.5, 'mm').find(({ id }) => id === 'fit-cut');
    const stretched = { kind: 'stretched-canvas' as const, barDepthMm: 18, wrapMm: 30 };
    expect(cut(stretched)?.says).to.equal('Canvas to cut: 396 × 336 mm.');
    expect(cut(stretched)?.why).to.include('18 mm round the bars and 30 mm behind them');
    const at = (widthMm: number, heightMm: number) =>
      cut({ ...stretched, paperAtHand: { widthMm, heightMm } });
    expect(at(800, 700)).to.include({
      weight: 'plain',
      says: 'Canvas to cut: 396 × 336 mm. The paper at hand gives 4 pieces.',
    });
    expect(at(390, 330)?.weight).to.equal('fix');
  });

  it('watch a picture that is placed by its weight before it was weighed', () => {
    const ids = (change: Parameters<typeof fit>[0]) =>
      fitNotes(picture, fit({ placement: 'weighted', ...change }), 0.5, 'mm').map(({ id }) => id);
    expect(ids({ weightCentre: null })).to.include('fit-weight');
  });

  it('ask for light lines on a dark ground, and for none on a light one', () => {
    const dark = (groundColour: string) =>
      fitNotes(picture, fit({ groundColour }), 0.5, 'mm').some(({ id }) => id === 'fit-dark');
    expect([dark('#1c1a18'), dark('#f4efe4')]).to.deep.equal([true, false]);
  });

  it('say ratios in small whole numbers where they come close', () => {
    expect(ratioWords(4 / 3)).to.equal('4\u00a0:\u00a03');
    expect(ratioWords(2 / 3)).to.equal('2\u00a0:\u00a03');
    expect(ratioWords(1.3719)).to.equal('1.37\u00a0:\u00a01');
  });
});
