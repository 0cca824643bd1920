import { expect } from 'chai';
import { formatDate, formatDegrees, formatNumber, formatPercent } from './format.js';

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

  it('give the day where the reader is, not the day in Greenwich', () => {
    const moment = new Date(2026, 10, 27, 0, 30);
    expect(formatDate(moment)).to.equal('27 November 2026');
    expect(formatDate(moment.toISOString())).to.equal('27 November 2026');
  });
});
