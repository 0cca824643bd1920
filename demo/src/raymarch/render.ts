import { hash } from './noise.js';
import type { Distance } from './solids.js';
import { add, clamp, cross, dot, mix, multiply, normalise, scale, subtract, type Vector } from './vector.js';

/** How a surface takes light. Colours are linear light. */
export type Material = {
  colour: (point: Vector) => Vector;
  /** Strength and sharpness of the highlight; reflect is the share of the sky mirrored. */
  gloss: number;
  sharpness: number;
  reflect: number;
};

export type Thing = {
  distance: Distance;
  material: Material;
  /**
   * A ball around the thing, or the height it lies wholly below; distances are only worked out close to
   * it. Null for things without end.
   */
  bound: { centre: Vector; radius: number } | { ceiling: number } | null;
};

export type Scene = {
  name: string;
  things: Thing[];
  camera: { from: Vector; to: Vector; fieldOfViewRad: number };
  light: { towards: Vector; colour: Vector; softness: number };
  ambient: Vector;
  sky: (direction: Vector) => Vector;
  widthPx: number;
  heightPx: number;
  exposure: number;
  grain: number;
};

const farAway = 60;
const closeEnough = 0.0012;

/** The direction in which the camera sees a place of the picture, in pixels. */
function cameraRays({ widthPx, heightPx, camera }: Scene): (column: number, row: number) => Vector {
  const forward = normalise(subtract(camera.to, camera.from));
  const right = normalise(cross(forward, [0, 1, 0]));
  const up = cross(right, forward);
  const reach = Math.tan(camera.fieldOfViewRad / 2);
  return (column, row) => {
    const x = ((2 * column) / widthPx - 1) * reach;
    const y = ((heightPx - 2 * row) / widthPx) * reach;
    return normalise(add(forward, add(scale(right, x), scale(up, y))));
  };
}

/** What a place of the picture shows, beside its colour. */
export type Seen = {
  /** Index of the thing, −1 for the sky. */
  thing: number;
  normal: Vector;
  /** Share of the light that falls on it, 0 where it faces away or lies in shadow. */
  lit: number;
  /** Light of the highlight on it, before exposure. */
  highlight: number;
};

/** Looks at the middle of every pixel of a row of a scene, for the truth of what is to be seen there. */
export function lookAlongRow(scene: Scene, row: number): Seen[] {
  const ray = cameraRays(scene);
  const sun = scene.light.towards;
  return Array.from({ length: scene.widthPx }, (_, column) => {
    const direction = ray(column + 0.5, row + 0.5);
    const hit = march(scene, scene.camera.from, direction);
    if (!hit) return { thing: -1, normal: [0, 0, 0] as const, lit: 1, highlight: 0 };
    const normal = normalAt(hit.thing.distance, hit.point);
    const facing = Math.max(0, dot(normal, sun));
    const lit = facing > 0 ? shadow(scene, add(hit.point, scale(normal, 0.006)), sun) : 0;
    return {
      thing: scene.things.indexOf(hit.thing),
      normal,
      lit: facing * lit,
      highlight: highlightOn(scene, hit.thing, normal, direction, lit),
    };
  });
}

function highlightOn(
  { light }: Scene,
  { material: { gloss, sharpness } }: Thing,
  normal: Vector,
  direction: Vector,
  lit: number,
): number {
  if (gloss === 0) return 0;
  const half = normalise(subtract(light.towards, direction));
  return gloss * lit * Math.max(0, dot(normal, half)) ** sharpness;
}

/** Renders rows [fromRow, toRow) of a scene to 8-bit sRGB, three bytes a pixel. */
export function renderRows(scene: Scene, fromRow: number, toRow: number): Uint8Array {
  const { widthPx, camera } = scene;
  const ray = cameraRays(scene);
  const out = new Uint8Array(widthPx * (toRow - fromRow) * 3);
  let at = 0;
  const sample = (column: number, row: number): Vector => shade(scene, camera.from, ray(column, row), true);
  let above: Vector[] = [];
  for (let row = fromRow; row < toRow; row++) {
    const current: Vector[] = [];
    for (let column = 0; column < widthPx; column++) {
      let light = sample(column + 0.5, row + 0.5);
      current.push(light);
      // Where it differs from what lies beside it, an edge runs through the pixel: look closer.
      const neighbours = [current[column - 1], above[column], above[column + 1]];
      if (neighbours.some((other) => other && differs(light, other))) {
        for (let i = 0; i < 8; i++) {
          light = add(light, sample(column + 0.125 + 0.25 * (i % 4), row + 0.125 + (i * 0.75) / 7));
        }
        light = scale(light, 1 / 9);
      }
      const noise = (hash(column, row, 7) + hash(column, row, 8) + hash(column, row, 9) - 1.5) * scene.grain;
      for (const channel of light) {
        const exposed = 1 - Math.exp(-Math.max(0, channel) * scene.exposure);
        out[at++] = clamp(Math.round(255 * (encode(exposed) + noise)), 0, 255);
      }
    }
    above = current;
  }
  return out;
}

function differs(a: Vector, b: Vector): boolean {
  const sum = a[0] + a[1] + a[2];
  return Math.abs(sum - b[0] - b[1] - b[2]) > 0.08 * (sum + 0.15);
}

function encode(linear: number): number {
  return linear <= 0.0031308 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055;
}

function shade(scene: Scene, from: Vector, direction: Vector, mirror: boolean): Vector {
  const hit = march(scene, from, direction);
  if (!hit) return scene.sky(direction);
  const { point, thing } = hit;
  const normal = normalAt(thing.distance, point);
  const outside = add(point, scale(normal, 0.006));
  const sun = scene.light.towards;
  const facing = Math.max(0, dot(normal, sun));
  const lit = facing > 0 ? shadow(scene, outside, sun) : 0;
  const open = openness(scene, outside, normal);
  const colour = thing.material.colour(point);
  const skyward = 0.55 + 0.45 * normal[1];
  const bounce = scale(scene.ambient, 0.25 * (1 - skyward));
  const ambient = scale(add(scale(scene.ambient, skyward), bounce), open);
  let light = multiply(colour, add(scale(scene.light.colour, facing * lit), ambient));
  const { reflect } = thing.material;
  light = add(light, scale(scene.light.colour, highlightOn(scene, thing, normal, direction, lit)));
  if (reflect > 0 && mirror) {
    const glance = (1 - Math.max(0, -dot(normal, direction))) ** 5;
    const mirrored = subtract(direction, scale(normal, 2 * dot(direction, normal)));
    light = mix(
      light,
      shade(scene, outside, mirrored, false),
      clamp(reflect + (1 - reflect) * glance * 0.6, 0, 1),
    );
  }
  return light;
}

function march(scene: Scene, from: Vector, direction: Vector): { point: Vector; thing: Thing } | null {
  const met = thingsNear(scene, from, direction, 0);
  let travelled = 0;
  for (let step = 0; step < 160 && travelled < farAway; step++) {
    const point = add(from, scale(direction, travelled));
    const { distance, thing } = nearest(met, point);
    if (thing && distance < closeEnough * (1 + travelled * 0.1)) return { point, thing };
    travelled += distance * 0.9;
  }
  return null;
}

/** A ball is met by a ray that passes it this close. */
const ballMargin = 0.06;

/**
 * The things a ray can come near; all others need not be looked at along it.
 *
 * @param spread how much wider than the ray itself its cone grows by the unit of length
 */
function thingsNear(scene: Scene, from: Vector, direction: Vector, spread: number): Thing[] {
  return scene.things.filter(({ bound }) => {
    if (!bound || 'ceiling' in bound) return true;
    const to = subtract(bound.centre, from);
    const along = Math.max(0, dot(to, direction));
    const off = subtract(to, scale(direction, along));
    return dot(off, off) < (bound.radius + ballMargin + spread * along) ** 2;
  });
}

function nearest(things: readonly Thing[], point: Vector): { distance: number; thing: Thing | null } {
  let best = farAway;
  let thing: Thing | null = null;
  for (const candidate of things) {
    const ball = candidate.bound;
    if (ball) {
      const away = distanceToBound(ball, point);
      if (away > best) continue;
      if (away > 0.5) {
        // Far outside the ball its own distance is a safe, cheap stand-in.
        if (away + 0.05 < best) {
          best = away + 0.05;
          thing = candidate;
        }
        continue;
      }
    }
    const distance = candidate.distance(point);
    if (distance < best) {
      best = distance;
      thing = candidate;
    }
  }
  return { distance: best, thing };
}

function distanceToBound(bound: NonNullable<Thing['bound']>, p: Vector): number {
  if ('ceiling' in bound) return p[1] - bound.ceiling;
  const c = bound.centre;
  const x = p[0] - c[0];
  const y = p[1] - c[1];
  const z = p[2] - c[2];
  return Math.sqrt(x * x + y * y + z * z) - bound.radius;
}

function normalAt(distance: Distance, p: Vector): Vector {
  const e = 0.0015;
  return normalise([
    distance([p[0] + e, p[1], p[2]]) - distance([p[0] - e, p[1], p[2]]),
    distance([p[0], p[1] + e, p[2]]) - distance([p[0], p[1] - e, p[2]]),
    distance([p[0], p[1], p[2] + e]) - distance([p[0], p[1], p[2] - e]),
  ]);
}

/** Share of a broad light that reaches a point: the nearest miss along the way sets the penumbra. */
function shadow(scene: Scene, from: Vector, towards: Vector): number {
  const met = thingsNear(scene, from, towards, scene.light.softness);
  let reaches = 1;
  let travelled = 0.01;
  for (let step = 0; step < 48 && travelled < 10; step++) {
    const { distance } = nearest(met, add(from, scale(towards, travelled)));
    if (distance < 0.0008) return 0;
    reaches = Math.min(reaches, distance / (scene.light.softness * travelled));
    travelled += clamp(distance * 0.85, 0.012 + 0.008 * travelled, 0.8);
  }
  return reaches * reaches * (3 - 2 * reaches);
}

/** Share of the sky a point sees, from a few steps along its normal. */
function openness(scene: Scene, from: Vector, normal: Vector): number {
  const met = thingsNear(scene, from, normal, 1);
  let closed = 0;
  let weight = 1;
  for (let i = 1; i <= 4; i++) {
    const reach = 0.05 + 0.17 * i;
    closed += weight * Math.max(0, reach - nearest(met, add(from, scale(normal, reach))).distance);
    weight *= 0.62;
  }
  return clamp(1 - 1.3 * closed, 0.12, 1);
}
