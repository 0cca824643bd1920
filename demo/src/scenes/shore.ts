import type { Scene, Thing } from '../raymarch/render.js';
import { box, cut, drum, ellipsoid, join, rod, rolled, turned, type Distance } from '../raymarch/solids.js';
import { layeredNoise, swell } from '../raymarch/noise.js';
import { mix, normalise, smoothstep, type Vector } from '../raymarch/vector.js';
import { paint, speckled } from './materials.js';

/** Sky that warms and brightens towards the horizon, with thin cloud. */
const eveningSky =
  (high: Vector, low: Vector) =>
  (d: Vector): Vector => {
    const base = mix(low, high, smoothstep(0, 0.5, d[1]));
    const cloud = layeredNoise((d[0] / (d[1] + 0.25)) * 2.4, 1, (d[2] / (d[1] + 0.25)) * 5, 4);
    return mix(base, [1.2, 1.05, 0.9], 0.45 * smoothstep(0.52, 0.78, cloud) * smoothstep(0.0, 0.2, d[1]));
  };

/** An open boat along x, keel on y = 0, about 3.4 units long. */
function hull(centre: Vector): { outside: Distance; inside: Distance } {
  const shell = (shrink: number): Distance => {
    const form = ellipsoid(
      [centre[0], centre[1] + 0.95, centre[2]],
      [1.95 - shrink, 0.95 - shrink, 0.78 - shrink],
    );
    const above: Distance = (p) => {
      const along = (p[0] - centre[0]) / 1.9;
      return p[1] - centre[1] - (0.72 + 0.16 * along * along + (along > 0 ? 0.14 * along ** 3 : 0));
    };
    const transom: Distance = (p) => centre[0] - 1.5 + shrink - p[0];
    return (p) => Math.max(form(p), above(p), transom(p));
  };
  return { outside: cut(shell(0), (p) => shell(0.055)([p[0], p[1] - 0.06, p[2]])), inside: shell(0.06) };
}

function dinghyParts(at: Vector, lean: number, turn: number, colour: Vector): Thing[] {
  const place = (solid: Distance) => turned(rolled(solid, at, lean), at, turn);
  const [x, y, z] = at;
  const { outside, inside } = hull(at);
  const seats = join(
    box([x - 0.75, y + 0.55, z], [0.16, 0.03, 0.66]),
    box([x + 0.35, y + 0.55, z], [0.15, 0.03, 0.68]),
  );
  const ball = (radius: number) => ({ centre: [x, y + 0.45, z] as const, radius });
  return [
    { distance: place(outside), material: paint(colour, 0.25, 30, 0.02), bound: ball(2.05) },
    {
      distance: place((p) => Math.max(seats(p), inside(p))),
      material: paint([0.42, 0.25, 0.12], 0.1, 20),
      bound: ball(1.25),
    },
    {
      distance: place(box([x, y + 0.03, z], [0.6, 0.07, 0.03], 0.02)),
      material: paint([0.1, 0.08, 0.07]),
      bound: ball(0.9),
    },
  ];
}

const shingle = (height: (p: Vector) => number, wet = 0): Thing => ({
  distance: (p) => 0.75 * (p[1] - height(p)),
  material: speckled([0.42, 0.36, 0.29], [0.16, 0.13, 0.11], 0.4, wet),
  bound: { ceiling: 0.08 },
});

/** A dinghy on the hard at low sun, propped, with its mast, an oar and an anchor stone. */
export const dinghy: Scene = {
  name: 'dinghy-on-the-hard',
  things: [
    shingle((p) => 0.06 * swell(p[0] * 0.8, p[2] * 0.8) + 0.012 * swell(p[0] * 5, p[2] * 5)),
    ...dinghyParts([0, 0.06, 0], -0.1, 0.5, [0.62, 0.6, 0.54]),
    {
      distance: rod([0.35, 0.4, -0.1], [0.52, 3.6, -0.2], 0.06, 0.04),
      material: paint([0.45, 0.28, 0.13], 0.2, 30),
      bound: { centre: [0.45, 2, -0.15], radius: 1.8 },
    },
    {
      distance: join(
        rod([-2.6, 0.09, 1.5], [-0.5, 0.9, 0.62], 0.035),
        rolled(box([-2.75, 0.1, 1.55], [0.36, 0.1, 0.03], 0.03), [-2.75, 0.1, 1.55], 0.33),
      ),
      material: paint([0.5, 0.33, 0.17], 0.15, 25),
      bound: { centre: [-1.7, 0.5, 1.1], radius: 1.8 },
    },
    {
      distance: rod([0.52, 3.55, -0.2], [2.9, 0.1, 1.7], 0.013),
      material: paint([0.12, 0.11, 0.1]),
      bound: { centre: [1.7, 1.8, 0.75], radius: 2.5 },
    },
    {
      distance: ellipsoid([2.95, 0.14, 1.75], [0.3, 0.2, 0.24]),
      material: speckled([0.3, 0.3, 0.3], [0.15, 0.15, 0.16], 0.2),
      bound: { centre: [2.95, 0.14, 1.75], radius: 0.4 },
    },
    {
      distance: box([-4.2, 0.9, -6], [3.2, 0.9, 1.2], 0.05),
      material: speckled([0.34, 0.26, 0.22], [0.2, 0.15, 0.13], 0.8),
      bound: { centre: [-4.2, 0.9, -6], radius: 3.6 },
    },
    {
      distance: (p) => 0.8 * Math.max(p[1] - 1.1 - 0.7 * swell(p[0] * 0.14, 3), p[2] + 19, -25 - p[2]),
      material: paint([0.1, 0.13, 0.1]),
      bound: { ceiling: 1.85 },
    },
  ],
  camera: { from: [0.4, 1.9, 9.4], to: [0.1, 1.25, 0], fieldOfViewRad: 0.8 },
  light: { towards: normalise([0.85, 0.3, 0.25]), colour: [3.1, 2.3, 1.45], softness: 0.05 },
  ambient: [0.28, 0.33, 0.45],
  sky: eveningSky([0.32, 0.45, 0.66], [1.0, 0.8, 0.58]),
  widthPx: 2400,
  heightPx: 1600,
  exposure: 0.85,
  grain: 0.022,
};

const water: Thing = {
  distance: (p) =>
    0.7 *
    Math.max(
      p[1] - 0.012 * Math.sin(p[2] * 5 + 2.4 * swell(p[0] * 0.5, p[2])) * smoothstep(1.5, -2, p[2]),
      p[2] - 3.2,
    ),
  material: { colour: () => [0.035, 0.055, 0.06], gloss: 0.8, sharpness: 160, reflect: 0.2 },
  bound: { ceiling: 0.06 },
};

/** Height of the slip and the mud beside it. */
function slipHeight(p: Vector): number {
  const slope = 0.26 * (p[2] - 0.6);
  const onSlip = smoothstep(2.0, 1.9, Math.abs(p[0] + 0.5));
  const mud = slope * 0.75 - 0.16 + 0.1 * swell(p[0] * 0.6, p[2] * 0.6);
  return mud + (slope - mud) * onSlip;
}

const posts = [-2.75, 1.75].flatMap((x) =>
  [0.2, 2.1, 4].map((z) => drum([x, 0.26 * (z - 0.6) + 0.55, z], 0.13, 0.95, 0.04)),
);

/** The slip at low water: a stone ramp into still water, mooring posts, a quay wall and a boat drawn up. */
export const slip: Scene = {
  name: 'slip-at-low-water',
  things: [
    water,
    {
      distance: (p) => 0.75 * (p[1] - slipHeight(p)),
      material: {
        ...speckled([0.36, 0.34, 0.31], [0.15, 0.14, 0.13], 0.5),
        colour: (p) => {
          const wet = smoothstep(0.5, 0.15, p[1]);
          const onSlip = Math.abs(p[0] + 0.5) < 1.95;
          const course =
            onSlip &&
            (Math.abs(((p[2] / 0.55) % 1) - 0.5) > 0.475 ||
              Math.abs((((p[0] + 20) / 0.8) % 1) - 0.5) > 0.485);
          const stone = speckled([0.46, 0.43, 0.38], [0.24, 0.22, 0.2], 0.5).colour(p);
          const mud = speckled([0.2, 0.17, 0.13], [0.1, 0.085, 0.07], 0.9).colour(p);
          const dry = onSlip ? stone : mud;
          const shade = (course ? 0.5 : 1) * (1 - 0.5 * wet);
          return [dry[0] * shade, dry[1] * shade, dry[2] * shade];
        },
      },
      bound: { ceiling: 2.4 },
    },
    { distance: join(...posts), material: paint([0.13, 0.1, 0.075], 0.1, 20), bound: null },
    {
      distance: box([4.6, 0.6, -1.0], [1.5, 1.15, 5], 0.06),
      material: speckled([0.4, 0.37, 0.32], [0.2, 0.18, 0.16], 0.9),
      bound: { centre: [4.6, 0.6, -1], radius: 5.6 },
    },
    {
      distance: join(
        rod([-2.75, 1.35, 4], [-2.75, 0.9, 2.1], 0.02),
        rod([-2.75, 0.9, 2.1], [-2.75, 0.35, 0.2], 0.02),
      ),
      material: paint([0.3, 0.27, 0.2]),
      bound: { centre: [-2.75, 0.9, 2.1], radius: 2.1 },
    },
    ...dinghyParts([-0.55, 0.32, 1.6], 0.07, 1.15, [0.12, 0.26, 0.22]),
    {
      distance: (p) => 0.8 * Math.max(p[1] - 0.6 - 1.1 * swell(p[0] * 0.11, 9), p[2] + 24, -30 - p[2]),
      material: paint([0.14, 0.17, 0.17]),
      bound: { ceiling: 1.75 },
    },
  ],
  camera: { from: [-0.6, 3.4, 9.8], to: [0.2, 0.75, 0], fieldOfViewRad: 0.74 },
  light: { towards: normalise([-0.55, 0.55, -0.35]), colour: [2.2, 2.05, 1.8], softness: 0.14 },
  ambient: [0.34, 0.39, 0.46],
  sky: eveningSky([0.5, 0.62, 0.78], [0.95, 0.94, 0.9]),
  widthPx: 2400,
  heightPx: 1800,
  exposure: 0.85,
  grain: 0.02,
};
