import { expect } from 'chai';
import fc from 'fast-check';
import type { MapDocument } from '../../documents/index.js';
import { defaultFitDecisions } from '../../fit/index.js';
import { lineStrengths, strengthContrast } from '../../sheets/index.js';
import { lineOf, mapWith } from '../../testing/line-map.js';
import { defaultTransferDecisions } from '../decisions.js';
import { mediums } from '../steps/step.js';
import { lineAt, paintStages, regionAt } from './as-seen.js';
import { leftByFilter, leftUnder, paints } from './paint.js';
import { saysOfStrengths } from './says.js';
import {
  contrastFor,
  findStrengths,
  firstLayerAnswers,
  planStrengths,
  tryLightness,
  underPaintOf,
} from './under-paint.js';

const surface = { width: 300, height: 240 };
const plan = (
  transfer: Partial<typeof defaultTransferDecisions> = {},
  fit: Partial<typeof defaultFitDecisions> = {},
) => underPaintOf({ ...defaultFitDecisions, ...fit }, { ...defaultTransferDecisions, ...transfer }, surface);
const lightness = fc.double({ min: 5, max: 96, noNaN: true });
const medium = fc.constantFrom(...mediums);

/** Two regions side by side, dark left and light right, with a line between, one around, and one within the light. */
function twoValues(): MapDocument {
  const across = lineOf(
    [
      [150, 0],
      [150, 240],
    ],
    { id: 'across', left: 'light', right: 'dark' },
  );
  const left = lineOf(
    [
      [150, 240],
      [0, 240],
      [0, 0],
      [150, 0],
    ],
    { id: 'left', kind: 'frame', left: 'dark' },
  );
  const right = lineOf(
    [
      [150, 0],
      [300, 0],
      [300, 240],
      [150, 240],
    ],
    { id: 'right', kind: 'frame', left: 'light' },
  );
  const within = lineOf(
    [
      [220, 100],
      [240, 110],
      [260, 100],
    ],
    { id: 'within' },
  );
  const bare = lineOf(
    [
      [320, 100],
      [330, 110],
    ],
    { id: 'bare' },
  );
  const ring = (line: string, back: string, reversed: boolean) => [
    [
      { line, reversed: false },
      { line: back, reversed },
    ],
  ];
  return {
    ...mapWith(surface.width, surface.height, [across, left, right, within, bare]),
    values: [
      { level: 0, lightness: 25 },
      { level: 1, lightness: 85 },
    ],
    shapes: [
      { id: 'dark', level: 0, area: 36_000, rings: ring('across', 'left', false) },
      { id: 'light', level: 1, area: 36_000, rings: ring('right', 'across', true) },
    ],
  };
}

describe('lines under paint', () => {
  it('shrink under transparent colour with the cube root of what it lets through', () => {
    // CIE L* = 116 Y^(1/3) − 16: a filter that lets an eighth through halves every difference.
    expect(leftByFilter(100, 42, 1)).to.be.closeTo(0.5, 0.001);
    expect(leftByFilter(42, 42, 1)).to.equal(1);
    expect(leftByFilter(42, 90, 1)).to.equal(1);
  });

  it('are hidden more by every layer, and never come back', () => {
    fc.assert(
      fc.property(medium, lightness, lightness, (id, ground, region) => {
        const { first, end } = leftUnder(paints[id], ground, region);
        expect(first).to.be.within(0, 1);
        expect(end).to.be.within(0, first + 1e-12);
      }),
    );
  });

  it('are to be firmer where the paint hides more, and may be', () => {
    const asked = (id: (typeof mediums)[number], region: number) => contrastFor(plan({ medium: id }), region);
    for (const region of [30, 60, 90]) {
      const [pale, deep, opaque] = (['pale-washes', 'deep-washes', 'opaque'] as const).map((id) =>
        asked(id, region),
      );
      expect(pale.min).to.be.below(deep.min);
      expect(deep.min).to.be.below(opaque.min);
      expect(pale.max).to.be.below(deep.max);
      expect(deep.max).to.be.below(opaque.max);
    }
    // Under ink they are rubbed out: nothing has to hide them.
    expect(asked('ink', 90).max).to.equal(Infinity);
    fc.assert(
      fc.property(medium, lightness, lightness, (id, a, b) => {
        const [darker, lighter] = [Math.min(a, b), Math.max(a, b)].map((region) => asked(id, region));
        expect(darker.min).to.be.at.least(lighter.min - 1e-9);
        expect(darker.max).to.be.at.least(lighter.max);
      }),
    );
  });

  it('show through their first layer as they are asked to, and are gone at the end, where nothing is wrong with them', () => {
    fc.assert(
      fc.property(medium, fc.option(lightness, { nil: null }), (id, toningLightness) => {
        const under = { ...plan({ medium: id, method: 'light-box' }), toned: toningLightness };
        for (const { trouble, beside, ...own } of findStrengths(twoValues(), under).lines) {
          if (trouble !== null) continue;
          const drawn = strengthContrast[own.strength];
          const asked = beside.map((region) => contrastFor(under, region));
          expect(drawn).to.be.at.least(Math.min(...asked.map(({ min }) => min)));
          expect(drawn).to.be.at.most(Math.min(...asked.map(({ max }) => max)));
        }
      }),
    );
  });

  it('know their regions: both sides of a boundary, the region a line lies in, and bare ground', () => {
    const { lines } = findStrengths(twoValues(), plan());
    const beside = Object.fromEntries(lines.map((own) => [own.line.id, own.beside]));
    expect(beside).to.deep.equal({ across: [85, 25], within: [85], bare: [null] });
  });

  it('are said in words in each roomy region where they differ, and only there', () => {
    const opaque = findStrengths(twoValues(), plan({ medium: 'opaque', method: 'light-box' }));
    const { words, lines } = planStrengths(twoValues(), opaque);
    expect(words.map(({ word }) => word)).to.deep.equal(['firm', 'middling']);
    expect(words[0].x).to.be.below(150);
    expect(lines.get('within')).to.equal('middling');
    const pale = findStrengths(twoValues(), plan({ medium: 'pale-washes' }));
    expect(planStrengths(twoValues(), pale).words).to.deep.equal([]);
  });

  it('that a method cannot draw so faintly are counted, with the way out', () => {
    const of = (method: 'transfer-sheet' | 'light-box') => {
      const under = plan({ medium: 'pale-washes', method });
      return saysOfStrengths(findStrengths(twoValues(), under), under, 'a transfer sheet');
    };
    expect(of('transfer-sheet').join()).to.match(/3 lines .* would still be seen .* putty rubber/);
    expect(of('light-box')).to.deep.equal([]);
    const ink = plan({ medium: 'ink' });
    expect(saysOfStrengths(findStrengths(twoValues(), ink), ink, '')).to.deep.equal([]);
  });

  it('under a toning wash say which values it is too dark for', () => {
    const under = plan({ medium: 'pale-washes', method: 'light-box', toning: '#a08060' });
    const says = saysOfStrengths(findStrengths(twoValues(), under), under, 'a light box').join(' ');
    expect(says).to.match(/toning wash is darker than 1 value/);
  });

  it('go by the painter’s own try: what was only just followed is what is asked', () => {
    const asked = firstLayerAnswers.map(
      (firstLayer) => contrastFor(plan({ medium: 'deep-washes', firstLayer }), tryLightness).min,
    );
    for (const [k, id] of lineStrengths.entries()) {
      expect(asked[k]).to.be.below(strengthContrast[id]);
      expect(asked[k + 1]).to.be.above(strengthContrast[id]);
    }
  });

  it('are seen on their regions, darker than light grounds and lighter than dark ones', () => {
    for (const [fit, light] of [
      [{}, false],
      [{ groundColour: '#1d1b19' }, true],
    ] as const) {
      const under = plan({ medium: 'opaque' }, fit);
      for (const stage of paintStages) {
        const region = regionAt(under, 85, stage);
        const line = lineAt(under, { beside: [85], strength: 'firm' }, stage);
        expect(region).to.be.within(0, 100);
        expect(Math.sign(line - region)).to.be.oneOf(light ? [0, 1] : [0, -1]);
        const first = Math.abs(lineAt(under, { beside: [85], strength: 'faint' }, stage) - region);
        expect(first).to.be.at.most(Math.abs(line - region));
      }
    }
  });

  it('stand no toned ground lighter than it was, and a wash changes nothing where it is not there', () => {
    const none = plan();
    expect(regionAt(none, null, 'toned')).to.equal(none.ground);
    expect(regionAt(plan({ toning: '#e8d8bc' }), 95, 'end')).to.be.below(90);
    expect(regionAt(plan({ toning: '#ffffff' }, { groundColour: '#cfc6b4' }), null, 'toned')).to.be.closeTo(
      80,
      2,
    );
  });
});
