import { expect } from 'chai';
import fc from 'fast-check';
import { seeded, gaussian } from '../../camera/index.js';
import { stripWidthsMm } from '../../sheets/index.js';
import { project, projectFilm, throwRatioBy } from './on-the-wall.js';
import { choosePressure, emptyStrip, gradeBy } from './pressure.js';
import {
  contrastThrough,
  lightSources,
  roomLights,
  seenThrough,
  spreadMm,
  thinnestSeen,
  transmittance,
  viewerBy,
  waysToSee,
  type ThroughPaper,
} from './through-paper.js';

const usual: ThroughPaper = { aboveGsm: 150, beneathGsm: 80, light: 'light-box', room: 'dim', viewer: 1 };
const weight = fc.double({ min: 20, max: 600, noNaN: true });
const width = fc.double({ min: 0.05, max: 3, noNaN: true });
const setting = fc.record({
  aboveGsm: weight,
  beneathGsm: weight,
  light: fc.constantFrom(...lightSources),
  room: fc.constantFrom(...roomLights),
  viewer: fc.constant(1),
});

describe('lines through paper', () => {
  it('fade with weight and room light, and gain with width, always between nothing and all', () => {
    fc.assert(
      fc.property(setting, width, fc.double({ min: 1.01, max: 3, noNaN: true }), (paper, mm, more) => {
        const contrast = contrastThrough(paper, mm);
        expect(contrast).to.be.within(0, 1);
        expect(contrastThrough(paper, mm * more)).to.be.at.least(contrast);
        expect(contrastThrough({ ...paper, aboveGsm: paper.aboveGsm * more }, mm)).to.be.at.most(contrast);
        expect(contrastThrough({ ...paper, beneathGsm: paper.beneathGsm * more }, mm)).to.be.at.most(
          contrast,
        );
        expect(contrastThrough({ ...paper, room: 'dark' }, mm)).to.be.at.least(contrast);
        expect(contrastThrough({ ...paper, room: 'lit' }, mm)).to.be.at.most(contrast);
      }),
    );
  });

  it('come out right at both ends', () => {
    // No paper passes all light, and a sheet of office paper about a fifth.
    expect(transmittance(0)).to.equal(1);
    expect(transmittance(80)).to.be.within(0.15, 0.25);
    expect(spreadMm(300)).to.be.within(0.15, 0.25);
    // A broad line under the thinnest paper in the dark has the whole contrast of the ink; under board there is none.
    expect(contrastThrough({ ...usual, aboveGsm: 0.1, beneathGsm: 0.1, room: 'dark' }, 2)).to.be.closeTo(
      0.9,
      0.01,
    );
    expect(seenThrough({ ...usual, aboveGsm: 5000, room: 'lit' }, 0.3)).to.equal('not');
  });

  it('say what practice says: drawing paper shows a fine line, heavy watercolour paper a firm one in the dark alone', () => {
    expect(thinnestSeen({ ...usual, aboveGsm: 120 })).to.be.at.most(0.3);
    const heavy = { ...usual, aboveGsm: 300 };
    expect(thinnestSeen({ ...heavy, room: 'dark' })).to.be.at.most(0.7);
    expect(thinnestSeen({ ...heavy, room: 'lit' }) ?? 9).to.be.greaterThan(
      thinnestSeen({ ...heavy, room: 'dark' })!,
    );
    const ways = waysToSee({ ...heavy, room: 'lit' });
    expect(ways[0]?.thinnestMm).to.be.lessThan(thinnestSeen({ ...heavy, room: 'lit' }) ?? 9);
    expect(ways.map(({ says }) => says).join()).to.include('Darken the room');
  });

  it('after one strip come within a step of what a viewer sees, in 95 of 100 viewers and more', () => {
    const random = seeded(11);
    const step = (mm: number | null) =>
      mm === null ? stripWidthsMm.length : stripWidthsMm.indexOf(mm as 0.1);
    let near = 0;
    for (let k = 0; k < 100; k++) {
      const viewer = Math.exp(0.6 * gaussian(random));
      const paper = { ...usual, aboveGsm: 90 + 250 * random(), room: roomLights[Math.floor(3 * random())] };
      // Looks once at the strip, a little differently from time to time.
      const looks = () => thinnestSeen({ ...paper, viewer: viewer * Math.exp(0.1 * gaussian(random)) });
      const calibrated = { ...paper, viewer: viewerBy(paper, looks()) };
      if (Math.abs(step(thinnestSeen(calibrated)) - step(looks())) <= 1) near++;
    }
    expect(near).to.be.at.least(95);
  });
});

describe('a projector before the surface', () => {
  const wall = {
    widthMm: 1600,
    heightMm: 900,
    throwRatio: 1.5,
    pixelsAcross: 1920,
    pixelsDown: 1080,
    lumens: 1440,
    tiltDeg: 0,
    room: 'dim' as const,
  };

  it('stands at its throw, with pixels, light and no keystone when it is square', () => {
    const { distanceMm, mmPerPixel, keystoneMm, depthMm, contrast } = project(wall);
    expect(distanceMm).to.equal(2400);
    expect(mmPerPixel).to.be.closeTo(0.833, 0.001);
    expect(keystoneMm).to.be.closeTo(0, 1e-9);
    expect(depthMm).to.equal(0);
    // 1440 lm on 1.44 m² are 1000 lux, against 50 of the room.
    expect(contrast).to.be.closeTo(1000 / 1050, 1e-9);
    // A tall surface lies within a wider picture.
    expect(project({ ...wall, widthMm: 500 }).pictureWidthMm).to.equal(1600);
  });

  it('has the keystone that two rays make, more with tilt, less from farther away', () => {
    const tilted = project({ ...wall, tiltDeg: 10 });
    // Where the edges of the picture meet a plane tilted by 10°, by similar triangles.
    const [d, h, t] = [2400, 450, Math.tan((10 * Math.PI) / 180)];
    const edge = (side: number) => 1 / (1 - (side * h * t) / d);
    expect(tilted.keystoneMm).to.be.closeTo(1600 * (edge(1) / edge(-1) - 1), 1);
    expect(project({ ...wall, tiltDeg: 20 }).keystoneMm).to.be.greaterThan(tilted.keystoneMm);
    expect(project({ ...wall, tiltDeg: 10, throwRatio: 3 }).keystoneMm).to.be.lessThan(tilted.keystoneMm);
    expect(tilted.depthMm).to.be.closeTo(900 * Math.sin(Math.PI / 18), 1e-9);
  });

  it('is measured by two pictures, wherever its lens lies, and questions two that are alike', () => {
    const at = (distanceMm: number) => ({ distanceMm: distanceMm + 120, widthMm: distanceMm / 1.4 });
    expect(throwRatioBy(at(1000), at(3000))).to.be.closeTo(1.4, 1e-9);
    expect(() => throwRatioBy(at(1000), at(1010))).to.throw('one near and one far');
    expect(() => throwRatioBy(at(1000), { distanceMm: 3000, widthMm: 100 })).to.throw(RangeError);
  });

  it('with film enlarges by its distance, and the pen with it', () => {
    const wall = { widthMm: 1995, heightMm: 900, focalMm: 315, penMm: 0.5, lumens: 2500 };
    const { times, distanceMm, lineMm, contrast } = projectFilm({ ...wall, room: 'dim' });
    expect(times).to.equal(7);
    // 2500 lm on a lit stage of 1.995 m each way are 628 lx, against 50 lx of the room.
    expect(contrast).to.be.closeTo(628 / 678, 0.001);
    expect(projectFilm({ ...wall, room: 'lit' }).contrast).to.be.below(contrast);
    expect(distanceMm).to.equal(2520);
    expect(lineMm).to.equal(3.5);
  });
});

describe('the pressure by its strip', () => {
  const said = (point: number, shows: number, underWash: number, dents: number) => {
    const strip = emptyStrip();
    strip[point].forEach((mark, k) => {
      mark.shows = k >= shows;
      mark.underWash = k >= underWash;
      mark.dents = k >= dents;
    });
    return strip;
  };

  it('is the lightest that shows and does not dent, under the wash where it must', () => {
    expect(choosePressure(said(0, 1, 2, 4), false).use).to.deep.equal({ point: 0, pressure: 1 });
    expect(choosePressure(said(0, 1, 2, 4), true)).to.deep.equal({
      use: { point: 0, pressure: 2 },
      says: 'Use a fine hard point, as in writing (row 3): it shows under the wash too and does not dent.',
    });
    expect(choosePressure(said(1, 2, 2, 3), true).says).to.include('but the next one does');
  });

  it('takes the point that leaves more room, and says when nothing will do', () => {
    const both = emptyStrip();
    both[0] = said(0, 2, 2, 3)[0];
    both[1] = said(1, 2, 3, 6)[1];
    expect(choosePressure(both, true).use).to.deep.equal({ point: 1, pressure: 3 });
    expect(choosePressure(said(0, 3, 3, 2), false).says).to.include('What shows dents');
    expect(choosePressure(said(0, 1, 6, 6), true).says).to.include('Nothing shows under the wash');
    expect(choosePressure(emptyStrip(), false).says).to.include('coated side down');
  });

  it('asks for a softer grade where it takes a firm hand, and for a harder one where a feather will do', () => {
    const at = (pressure: number) => ({ use: { point: 0, pressure } });
    expect(gradeBy('HB', at(1))).to.equal(null);
    expect(gradeBy('HB', at(3))).to.contain('Take B instead of HB');
    expect(gradeBy('HB', { use: null })).to.contain('Take 2B');
    expect(gradeBy('6B', { use: null })).to.equal(null);
    expect(gradeBy('4B', at(0))).to.contain('2B may do as well');
    expect(gradeBy('2H', at(0))).to.equal(null);
  });
});
