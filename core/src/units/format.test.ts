import { expect } from 'chai';
import { formatDate, formatDegrees, formatNumber, formatPercent, keepFiguresTogether } from './format.js';

describe('numbers, shares, angles and dates', () => {
  it('are written one way', () => {
    expect(formatNumber(12.34, 1)).to.equal('12.3');
    expect(formatNumber(12, 1)).to.equal('12');
    expect(formatNumber(120_000)).to.equal('120000');
    expect(formatPercent(0.125, 1)).to.equal('12.5 %');
    expect(formatPercent(0.5)).to.equal('50 %');
    expect(formatDegrees(Math.PI / 180)).to.equal('1.00°');
    expect(formatDegrees(-0.0052, 1)).to.equal('−0.3°');
  });

  it('stay with their units when a sentence is broken into lines', () => {
    const shown = (sentence: string) => keepFiguresTogether(sentence).replaceAll('\u00a0', '_');
    expect(shown('Blown out, 3.1 % of it.')).to.equal('Blown out, 3.1_% of it.');
    expect(shown('A surface of 320 × 240 mm, 12 cm² of it')).to.equal(
      'A surface of 320_×_240_mm, 12_cm² of it',
    );
    expect(shown('20 min, 8 in × 10 in, 3 more, 2 m')).to.equal('20_min, 8_in_×_10_in, 3 more, 2_m');
  });

  it('give the day where the reader is, not the day in Greenwich', () => {
    const moment = new Date(2026, 10, 27, 0, 30);
    expect(formatDate(moment)).to.equal('27 November 2026');
    expect(formatDate(moment.toISOString())).to.equal('27 November 2026');
  });
});
