import { expect } from 'chai';
import { LengthError } from './length.js';
import { namedFormats, parseSize } from './paper.js';
import { counted } from './counted.js';
import { aboutMinutes, formatMinutes } from './duration.js';

describe('sizes', () => {
  it('reads sizes in any unit and named formats', () => {
    expect(parseSize('300x240mm')).to.deep.equal({ widthMm: 300, heightMm: 240 });
    expect(parseSize('30 × 24 cm')).to.deep.equal({ widthMm: 300, heightMm: 240 });
    expect(parseSize('A4')).to.deep.equal({ widthMm: 210, heightMm: 297 });
    const inches = parseSize('11 3/4x9 1/2in');
    expect(inches.widthMm).to.be.closeTo(298.45, 1e-9);
    expect(inches.heightMm).to.be.closeTo(241.3, 1e-9);
    expect(parseSize('letter').widthMm).to.be.closeTo(215.9, 1e-9);
    expect(parseSize('1 ft x 20 cm').widthMm).to.be.closeTo(304.8, 1e-9);
  });

  for (const text of ['', 'a99', '300', '300x', '0x100mm', '1x2x3']) {
    it(`refuses “${text}”`, () => expect(() => parseSize(text)).to.throw(LengthError));
  }

  it('keeps ISO sizes halving', () => {
    for (const series of ['A', 'B']) {
      const sizes = namedFormats.filter((format) => new RegExp(`^${series}\\d$`).test(format.name));
      for (let i = 1; i < sizes.length; i++) {
        expect(sizes[i].heightMm).to.equal(sizes[i - 1].widthMm);
        expect(Math.abs(sizes[i].widthMm - sizes[i - 1].heightMm / 2)).to.be.at.most(0.5);
      }
    }
  });
});

describe('durations', () => {
  it('are said as a person would', () => {
    expect(formatMinutes(0.2)).to.equal('under a minute');
    expect(formatMinutes(22.4)).to.equal('22 min');
    expect(formatMinutes(65)).to.equal('1 h 05 min');
    expect([aboutMinutes(0.3), aboutMinutes(22)]).to.deep.equal(['under a minute', 'about 22 min']);
    expect([counted(1, 'line'), counted(0, 'line')]).to.deep.equal(['1 line', '0 lines']);
  });
});
