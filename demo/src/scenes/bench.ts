import type { Scene, Thing } from '../raymarch/render.js';
import {
  blend,
  box,
  cone,
  cut,
  drum,
  ellipsoid,
  join,
  ring,
  rod,
  rolled,
  sphere,
  turned,
} from '../raymarch/solids.js';
import { swell } from '../raymarch/noise.js';
import { normalise, type Vector } from '../raymarch/vector.js';
import { boards, paint, pearSkin, speckled } from './materials.js';

const kettleAt: Vector = [-0.75, 0, 0];

function kettle(): Thing[] {
  const [x, , z] = kettleAt;
  const body = cut(
    blend(ellipsoid([x, 0.72, z], [0.95, 0.78, 0.95]), drum([x, 0.22, z], 0.86, 0.2, 0.06), 0.2),
    box([x, -0.5, z], [2, 0.5, 2]),
  );
  const spout = blend(
    rod([x + 0.7, 0.55, z + 0.1], [x + 1.25, 1.15, z + 0.22], 0.24, 0.13),
    rod([x + 1.25, 1.15, z + 0.22], [x + 1.52, 1.28, z + 0.27], 0.12, 0.1),
    0.12,
  );
  const lid = join(drum([x, 1.43, z], 0.5, 0.05, 0.03), sphere([x, 1.62, z], 0.14));
  const handle = cut(ring([x, 1.45, z], 0.86, 0.065), box([x, 0.45, z], [2, 0.62, 2]));
  const grip = cut(ring([x, 1.45, z], 0.86, 0.11), join(box([x, 1.2, z], [2, 0.92, 2])));
  const enamel = paint([0.025, 0.075, 0.17], 0.9, 140, 0.07);
  return [
    {
      distance: blend(body, spout, 0.16),
      material: enamel,
      bound: { centre: [x + 0.25, 0.75, z], radius: 1.5 },
    },
    { distance: lid, material: enamel, bound: { centre: [x, 1.5, z], radius: 0.6 } },
    {
      distance: handle,
      material: paint([0.05, 0.05, 0.06], 0.5, 60),
      bound: { centre: [x, 1.6, z], radius: 1.1 },
    },
    {
      distance: grip,
      material: paint([0.3, 0.14, 0.05], 0.2, 20),
      bound: { centre: [x, 2.2, z], radius: 0.8 },
    },
  ];
}

function lantern(): Thing[] {
  const at: Vector = [1.75, 0, -0.55];
  const [x, , z] = at;
  const brass = paint([0.55, 0.33, 0.08], 1.1, 70, 0.12);
  const metal = join(
    drum([x, 0.16, z], 0.55, 0.16, 0.05),
    cone([x, 0.42, z], 0.1, 0.5, 0.34),
    drum([x, 1.62, z], 0.4, 0.06, 0.03),
    cone([x, 1.86, z], 0.2, 0.4, 0.16),
    drum([x, 2.12, z], 0.16, 0.1, 0.03),
  );
  const bars = join(
    ...[0.4, 1.97, 3.54, 5.11].map((turn) => {
      const dx = Math.cos(turn) * 0.42;
      const dz = Math.sin(turn) * 0.42;
      return rod([x + dx, 0.35, z + dz], [x + dx, 1.62, z + dz], 0.024);
    }),
    ring([x, 2.42, z], 0.3, 0.03),
  );
  return [
    { distance: metal, material: brass, bound: { centre: [x, 1.1, z], radius: 1.35 } },
    { distance: bars, material: brass, bound: { centre: [x, 1.5, z], radius: 1.35 } },
    {
      distance: drum([x, 1.05, z], 0.32, 0.52, 0.05),
      material: paint([0.62, 0.66, 0.62], 1.2, 220, 0.1),
      bound: { centre: [x, 1.05, z], radius: 0.75 },
    },
  ];
}

function pear(at: Vector, lean: number, turn: number, size: number): Thing[] {
  const [x, , z] = at;
  const flesh = blend(
    sphere([x, 0.42 * size, z], 0.42 * size),
    ellipsoid([x + 0.02, 0.9 * size, z], [0.21 * size, 0.3 * size, 0.21 * size]),
    0.32 * size,
  );
  const stem = rod([x + 0.02, 1.12 * size, z], [x + 0.12, 1.42 * size, z + 0.05], 0.024, 0.034);
  const centre: Vector = [x, 0.42 * size, z];
  const place = (solid: typeof flesh) => turned(rolled(solid, centre, lean), centre, turn);
  return [
    { distance: place(flesh), material: pearSkin([0.6, 0, 0]), bound: { centre, radius: 1.15 * size } },
    { distance: place(stem), material: paint([0.09, 0.06, 0.03]), bound: { centre, radius: 1.3 * size } },
  ];
}

function cloth(): Thing {
  const folds = (p: Vector): number =>
    0.05 + 0.035 * Math.sin(p[0] * 3.1 + 0.6 * Math.sin(p[2] * 2.2)) + 0.06 * swell(p[0] * 0.7, p[2] * 0.7);
  return {
    distance: (p) => 0.6 * box([0.55, 0.02 + folds(p) / 2, 1.12], [1.35, folds(p), 0.55], 0.03)(p),
    material: paint([0.68, 0.64, 0.56]),
    bound: { centre: [0.55, 0.1, 1.12], radius: 1.7 },
  };
}

/** An enamel kettle, a brass lantern, pears and a folded cloth on the bench, lit from a window at the left. */
export const bench: Scene = {
  name: 'kettle-lantern-and-pears',
  things: [
    {
      distance: (p: Vector) => p[1],
      material: boards([0.36, 0.22, 0.11], [0.16, 0.085, 0.04], 1.15),
      bound: null,
    },
    {
      distance: (p: Vector) => p[2] + 2.6,
      material: speckled([0.5, 0.5, 0.46], [0.36, 0.36, 0.34], 1.6),
      bound: null,
    },
    ...kettle(),
    ...lantern(),
    ...pear([0.42, 0, 0.95], 0.05, 0.4, 0.82),
    ...pear([1.18, 0, 1.0], -1.2, -0.5, 0.78),
    cloth(),
  ],
  camera: { from: [0.55, 2.6, 8.6], to: [0.42, 1.02, 0], fieldOfViewRad: 0.62 },
  light: { towards: normalise([-0.75, 0.62, 0.5]), colour: [2.5, 2.3, 1.95], softness: 0.09 },
  ambient: [0.26, 0.3, 0.38],
  sky: () => [0.5, 0.55, 0.6],
  widthPx: 2560,
  heightPx: 1920,
  exposure: 0.9,
  grain: 0.018,
};
