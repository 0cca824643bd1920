import { expect } from 'chai';
import fc from 'fast-check';
import { formatLength, formatSize, LengthError, parseLength } from './length.js';

describe('lengths', () => {
  const known: [string, number][] = [
    ['30 cm', 300],
    ['300', 300],
    ['300mm', 300],
    ['11 3/4"', 298.45],
    ['11 3/4 in', 298.45],
    ['11,75 in', 298.45],
    ['11.75″', 298.45],
    ['11¾ in', 298.45],
    ['3/8 in', 9.525],
    ['1 ft 2 in', 355.6],
    ['1\' 2 1/2"', 368.3],
    ['1.2 m', 1200],
    ['12 inches', 304.8],
  ];
  for (const [text, mm] of known) {
    it(`reads ${text}`, () => expect(parseLength(text)).to.be.closeTo(mm, 1e-9));
  }

  it('takes a bare number in the unit in force', () => {
    expect(parseLength('30', 'cm')).to.equal(300);
    expect(parseLength('1 1/2', 'in')).to.be.closeTo(38.1, 1e-9);
  });

  for (const text of [
    '',
    '  ',
    'abc',
    '-3 mm',
    '3 4 mm',
    '1/0 in',
    '3 in 2 in',
    '2 in 1 ft',
    '1 ft 2',
    '12 parsecs',
    '1,200.5 mm',
  ]) {
    it(`refuses “${text}” with a sentence`, () => {
      expect(() => parseLength(text)).to.throw(LengthError, /\.$/);
    });
  }

  it('prints what it can read again, to a tenth of a millimetre or a sixteenth of an inch', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 20_000, noNaN: true }),
        fc.constantFrom('mm', 'cm', 'in'),
        (mm, unit) => {
          const limit = unit === 'in' ? 25.4 / 32 : 0.05;
          expect(parseLength(formatLength(mm, unit))).to.be.closeTo(mm, limit + 1e-9);
        },
      ),
    );
  });

  it('prints inches as fractions in lowest terms', () => {
    expect(formatLength(298.45, 'in')).to.equal('11 3/4 in');
    expect(formatLength(25.4, 'in')).to.equal('1 in');
    expect(formatLength(9.525, 'in')).to.equal('3/8 in');
    expect(formatLength(0, 'in')).to.equal('0 in');
    expect(formatSize(300, 240, 'cm')).to.equal('30 × 24 cm');
    expect(formatLength(-12, 'mm')).to.equal('−12 mm');
  });
});
