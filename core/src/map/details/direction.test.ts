import { expect } from 'chai';
import { polylineLength } from '../../geometry/index.js';
import type { Plane } from '../../raster/index.js';
import { gaussian, seeded } from '../../testing/index.js';
import { findFlow, strokesAlong } from './direction.js';
import { EdgeFollower } from '../corrections/follow-edge.js';

function plane(width: number, height: number, value: (x: number, y: number) => number): Plane {
  const data = Float32Array.from({ length: width * height }, (_, i) =>
    value(i % width, Math.floor(i / width)),
  );
  return { width, height, data };
}

describe('direction of texture', () => {
  const random = seeded(4);
  const angle = 0.6;
  const fur = plane(300, 240, (x, y) => {
    const across = -x * Math.sin(angle) + y * Math.cos(angle);
    return 50 + (x < 150 ? 10 * Math.sin(across * 1.3) : 4 * gaussian(random));
  });
  const regions = {
    width: 300,
    height: 240,
    label: new Int32Array(72_000),
    count: 1,
    level: Uint8Array.of(0),
    step: 1,
  };

  it('is drawn in strokes along it, evenly spaced, and only where there is one', () => {
    const flow = findFlow(fur, 4);
    const strokes = strokesAlong(flow, { spacingPx: 20, lengthPx: 48, regions, nearEdge: () => false });
    expect(strokes.length).to.be.greaterThan(8);
    for (const { points } of strokes) {
      const n = points.length;
      const [dx, dy] = [points[n - 2] - points[0], points[n - 1] - points[1]];
      const turn = Math.abs(Math.atan2(dy, dx) - angle) % Math.PI;
      expect(Math.min(turn, Math.PI - turn)).to.be.lessThan(0.12);
      expect(polylineLength(points)).to.be.at.most(52);
      // Noise runs no way: strokes stay on the fur.
      expect(points[0]).to.be.lessThan(172);
    }
  });

  it('never crosses from one shape into another', () => {
    const halves = {
      ...regions,
      label: Int32Array.from(fur.data, (_, i) => (i % 300 < 70 ? 0 : 1)),
      count: 2,
      level: Uint8Array.of(0, 1),
    };
    const strokes = strokesAlong(findFlow(fur, 4), {
      spacingPx: 16,
      lengthPx: 60,
      regions: halves,
      nearEdge: () => false,
    });
    for (const { points } of strokes) {
      const sides = new Set(Array.from({ length: points.length / 2 }, (_, i) => points[2 * i] < 70));
      expect(sides.size).to.equal(1);
    }
  });
});

describe('following an edge', () => {
  const ring = plane(200, 200, (x, y) => (Math.hypot(x - 100, y - 100) < 60 ? 30 : 80));
  const follower = new EdgeFollower(ring, 3);

  it('runs along it between two clicks near it', () => {
    const path = follower.path({ x: 41, y: 100 }, { x: 100, y: 41 }, 'edge');
    expect(path.length).to.be.greaterThan(80);
    for (let i = 2; i < path.length - 2; i += 2) {
      expect(Math.abs(Math.hypot(path[i] - 100, path[i + 1] - 100) - 60)).to.be.at.most(1.6);
    }
  });

  it('goes straight to what is out of reach, and snaps to the nearest edge', () => {
    const far = new EdgeFollower(
      plane(800, 20, () => 50),
      3,
    );
    expect([...far.path({ x: 5, y: 5 }, { x: 700, y: 5 }, 'edge')]).to.deep.equal([5, 5, 700, 5]);
    const spot = follower.snap({ x: 36, y: 100 }, 8, 'edge');
    expect(Math.abs(Math.hypot(spot.x - 100, spot.y - 100) - 60)).to.be.at.most(1);
  });

  it('keeps to the middle of something thin', () => {
    const wire = new EdgeFollower(
      plane(160, 80, (_, y) => (Math.abs(y - 40) < 1.5 ? 20 : 80)),
      3,
    );
    const path = wire.path({ x: 10, y: 42 }, { x: 150, y: 39 }, 'middle');
    for (let i = 8; i < path.length - 8; i += 2) expect(path[i + 1]).to.be.closeTo(40.5, 0.8);
  });
});
