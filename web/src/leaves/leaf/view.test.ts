import { expect } from 'chai';
import { zoomIdentity } from 'd3-zoom';
import { combined, fitInto, keyedView, minZoom, maxZoom, rulerPx, rulerSteps } from './view.js';

describe('a leaf', () => {
  it('shows all of its content clear of the rulers, undistorted', () => {
    for (const extent of [
      { x: 0, y: 0, width: 300, height: 240 },
      { x: -40, y: 12, width: 20, height: 900 },
      { x: 0, y: 0, width: 6000, height: 10 },
    ]) {
      const { scale, x, y } = fitInto(extent, 480, 560);
      expect(x + extent.x * scale).to.be.at.least(rulerPx);
      expect(y + extent.y * scale).to.be.at.least(rulerPx);
      expect(x + (extent.x + extent.width) * scale).to.be.at.most(480);
      expect(y + (extent.y + extent.height) * scale).to.be.at.most(560);
    }
  });

  it('pans and zooms about a spot that stays', () => {
    const base = fitInto({ x: 0, y: 0, width: 300, height: 240 }, 480, 560);
    const zoomed = combined(base, zoomIdentity.translate(-100, -50).scale(2));
    // The spot that was at pixel (100, 50) is there still.
    const spot = { x: (100 - base.x) / base.scale, y: (50 - base.y) / base.scale };
    expect(zoomed.x + spot.x * zoomed.scale).to.be.closeTo(100, 1e-9);
    expect(zoomed.y + spot.y * zoomed.scale).to.be.closeTo(50, 1e-9);
  });
});

describe('rulers', () => {
  it('number no closer than can be read, in round steps of the unit', () => {
    for (const pxPerMm of [0.02, 0.3, 1.4, 8, 60]) {
      for (const unitMm of [1, 10, 25.4]) {
        const { major, minor } = rulerSteps(pxPerMm, unitMm, 10);
        expect(major * pxPerMm).to.be.at.least(46);
        // A round step is 1, 2 or 5 times a power of ten.
        const power = 10 ** Math.floor(Math.log10(major / unitMm) + 1e-9);
        expect([1, 2, 5]).to.include(Math.round(major / unitMm / power));
        expect(major / minor).to.be.closeTo(Math.round(major / minor), 1e-9);
      }
    }
  });
});

describe('a leaf under the keys', () => {
  const size = { width: 480, height: 560 };

  it('moves its content against the arrow, and shows all at zero', () => {
    expect(keyedView('ArrowRight', zoomIdentity, size)?.x).to.be.below(0);
    expect(keyedView('ArrowUp', zoomIdentity, size)?.y).to.be.above(0);
    expect(keyedView('0', zoomIdentity.translate(30, 9).scale(4), size)).to.deep.equal(zoomIdentity);
    expect(keyedView('x', zoomIdentity, size)).to.equal(null);
  });

  it('zooms about its middle, and never past its limits', () => {
    let view = zoomIdentity.translate(-50, 20).scale(1.5);
    const middle = view.invert([240, 280]);
    for (let i = 0; i < 5; i++) view = keyedView('+', view, size) ?? view;
    expect(view.invert([240, 280])[0]).to.be.closeTo(middle[0], 1e-9);
    for (let i = 0; i < 40; i++) view = keyedView('+', view, size) ?? view;
    expect(view.k).to.equal(maxZoom);
    for (let i = 0; i < 60; i++) view = keyedView('-', view, size) ?? view;
    expect(view.k).to.equal(minZoom);
  });
});
