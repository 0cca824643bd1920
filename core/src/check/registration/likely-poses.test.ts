import { expect } from 'chai';
import fc from 'fast-check';
import { drawingScene, sketchMap } from '../../testing/index.js';
import { likelyPoses } from './likely-poses.js';
import { onSheet } from './pose.js';
import { samplesAlong } from './known-lines.js';

const sheet = { widthMm: 300, heightMm: 240 };
const picture = { width: 1600, height: 1200 };

const placesOf = (runs: readonly ArrayLike<number>[]) => {
  const places = runs.flatMap(samplesAlong);
  return {
    x: places.map(({ x }) => x),
    y: places.map(({ y }) => y),
    angleRad: places.map(({ tx, ty }) => Math.atan2(ty, tx)),
  };
};
const drawings = [0, 1, 2, 5].map((scene) =>
  placesOf(sketchMap(drawingScene(scene)).lines.map(({ points }) => points.flat())),
);

const lies = fc.record({
  known: fc.constantFrom(...drawings),
  turnRad: fc
    .tuple(fc.integer({ min: 0, max: 3 }), fc.double({ min: -0.2, max: 0.2, noNaN: true }))
    .map(([quarter, aside]) => (quarter * Math.PI) / 2 + aside),
  pxPerMm: fc.double({ min: 2.2, max: 6, noNaN: true }),
  x: fc.double({ min: 600, max: 1000, noNaN: true }),
  y: fc.double({ min: 450, max: 750, noNaN: true }),
});

describe('ways a picture may lie on a sheet of which no edge is seen', () => {
  it('hold the one it lies in, however it is turned and whatever part of it is shown', () => {
    fc.assert(
      fc.property(lies, ({ known, turnRad, pxPerMm, x, y }) => {
        const [c, s] = [pxPerMm * Math.cos(turnRad), pxPerMm * Math.sin(turnRad)];
        const seen = (mx: number, my: number) => {
          const [u, v] = [mx - 150, my - 120];
          return [x + c * u - s * v, y + s * u + c * v] as const;
        };
        const shown = [...known.x.keys()].filter((i) => {
          const [px, py] = seen(known.x[i], known.y[i]);
          return px >= 0 && py >= 0 && px < picture.width && py < picture.height;
        });
        const at = shown.map((i) => seen(known.x[i], known.y[i]));
        const found = {
          x: at.map(([px]) => px),
          y: at.map(([, py]) => py),
          angleRad: shown.map((i) => known.angleRad[i] + turnRad),
        };
        // One of the ways lays the middle and a corner of the sheet to within a twentieth of it.
        const off = likelyPoses(picture, found, known, sheet).map((pose) =>
          Math.max(
            ...[
              [150, 120],
              [60, 40],
            ].map(([mx, my]) => {
              const [px, py] = seen(mx, my);
              const laid = onSheet(pose, px, py);
              return Math.hypot(laid.x - mx, laid.y - my);
            }),
          ),
        );
        expect(Math.min(...off)).to.be.below(15);
      }),
      { numRuns: 12 },
    );
  });

  it('are none where nothing is found, or nothing is to be found', () => {
    const some = placesOf([[10, 10, 200, 150]]);
    const none = placesOf([]);
    expect(likelyPoses(picture, none, some, sheet)).to.deep.equal([]);
    expect(likelyPoses(picture, some, none, sheet)).to.deep.equal([]);
  });
});
