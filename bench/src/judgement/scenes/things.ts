import {
  add,
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
  type Distance,
  type Vector,
} from '@nobrel/demo/raymarch';
import type { Surface } from './materials.js';

/** One part of an object, as the scene's truth needs it. */
export type Part = {
  distance: Distance;
  surface: Surface;
  bound: { centre: Vector; radius: number } | null;
  /** Its flat faces are parts of their own: a sharp edge between them is drawn. */
  faceted?: boolean;
};

/** An object of some parts. */
export type Built = Part[];

const ball = (centre: Vector, radius: number) => ({ centre, radius });

/** A jar with a lid: a swelling body and a flat drum. */
export function jar(at: Vector, height: number, radius: number, body: Surface, lid: Surface): Built {
  const [x, y, z] = at;
  const middle: Vector = [x, y + height / 2, z];
  return [
    {
      distance: blend(
        ellipsoid([x, y + 0.48 * height, z], [radius, 0.62 * height, radius]),
        drum([x, y + 0.42 * height, z], 0.86 * radius, 0.42 * height, 0.08),
        0.25,
      ),
      surface: body,
      bound: ball(middle, 1.3 * Math.max(radius, 0.62 * height)),
    },
    {
      distance: drum([x, y + 1.06 * height, z], 0.78 * radius, 0.1 * height, 0.04),
      surface: lid,
      bound: ball([x, y + 1.06 * height, z], radius),
    },
  ].map((part, i) =>
    i === 0
      ? { ...part, distance: cut(part.distance, box([x, y + 1.46 * height, z], [3, 0.5 * height, 3])) }
      : part,
  );
}

/** A box turned about its upright axis. */
export function block(at: Vector, half: Vector, turnRad: number, surface: Surface): Built {
  const centre: Vector = [at[0], at[1] + half[1], at[2]];
  return [
    {
      distance: turned(box(centre, half), centre, turnRad),
      surface,
      bound: ball(centre, Math.hypot(...half)),
      faceted: true,
    },
  ];
}

/** A closed book lying down: boards with pages between them. */
export function book(at: Vector, half: Vector, turnRad: number, cover: Surface, pages: Surface): Built {
  const centre: Vector = [at[0], at[1] + half[1], at[2]];
  const board = 0.04;
  const boardsOf = join(
    box([centre[0], at[1] + board, centre[2]], [half[0], board, half[2]]),
    box([centre[0], at[1] + 2 * half[1] - board, centre[2]], [half[0], board, half[2]]),
    box([centre[0] - half[0] + board, centre[1], centre[2]], [board, half[1], half[2]]),
  );
  const leaves = box(
    [centre[0] - 0.02, centre[1], centre[2]],
    [half[0] - 0.06, half[1] - 2 * board, half[2] - 0.05],
  );
  const bound = ball(centre, Math.hypot(...half));
  return [
    { distance: turned(boardsOf, centre, turnRad), surface: cover, bound, faceted: true },
    { distance: turned(leaves, centre, turnRad), surface: pages, bound, faceted: true },
  ];
}

/** A bottle with a neck and a stopper. */
export function bottle(at: Vector, height: number, radius: number, glass: Surface, stopper: Surface): Built {
  const [x, y, z] = at;
  return [
    {
      distance: blend(
        drum([x, y + 0.32 * height, z], radius, 0.32 * height, 0.08),
        cone([x, y + 0.78 * height, z], 0.2 * height, 0.55 * radius, 0.28 * radius),
        0.18,
      ),
      surface: glass,
      bound: ball([x, y + 0.5 * height, z], 0.72 * height),
    },
    {
      distance: drum([x, y + 1.02 * height, z], 0.34 * radius, 0.06 * height, 0.02),
      surface: stopper,
      bound: ball([x, y + 1.02 * height, z], radius),
    },
  ];
}

/** An open bowl: its outside and its inside are of different glaze. */
export function bowl(at: Vector, radius: number, outside: Surface, inside: Surface): Built {
  const centre: Vector = [at[0], at[1] + 0.9 * radius, at[2]];
  const half = box([centre[0], centre[1] + radius, centre[2]], [2 * radius, radius, 2 * radius]);
  const shell = cut(cut(sphere(centre, radius), half), sphere(centre, 0.93 * radius));
  const lining = cut(cut(sphere(centre, 0.945 * radius), half), sphere(centre, 0.92 * radius));
  return [
    { distance: shell, surface: outside, bound: ball(centre, radius) },
    { distance: lining, surface: inside, bound: ball(centre, radius) },
  ];
}

/** A mug with a handle. */
export function mug(at: Vector, size: number, surface: Surface, side: 1 | -1): Built {
  const [x, y, z] = at;
  const cup = cut(
    drum([x, y + size, z], 0.72 * size, size, 0.05),
    drum([x, y + 1.2 * size, z], 0.62 * size, size, 0.02),
  );
  const handle = cut(
    ring([x + side * 0.72 * size, y + size, z], 0.45 * size, 0.1 * size),
    drum([x, y + size, z], 0.68 * size, 2 * size, 0),
  );
  const lining = cut(
    drum([x, y + 1.2 * size, z], 0.63 * size, 0.81 * size, 0.02),
    drum([x, y + 1.22 * size, z], 0.61 * size, size, 0.02),
  );
  return [
    { distance: cup, surface, bound: ball([x, y + size, z], 1.35 * size) },
    { distance: lining, surface, bound: ball([x, y + size, z], 1.35 * size) },
    { distance: handle, surface, bound: ball([x + side * 0.72 * size, y + size, z], 0.7 * size) },
  ];
}

/** A pot with spout, handle, lid and knob. */
export function pot(at: Vector, size: number, body: Surface, trim: Surface): Built {
  const [x, y, z] = at;
  const belly = cut(
    ellipsoid([x, y + 0.7 * size, z], [size, 0.8 * size, size]),
    box([x, y - 0.5 * size, z], [3, 0.5 * size, 3]),
  );
  const spout = rod(
    [x + 0.8 * size, y + 0.6 * size, z],
    [x + 1.55 * size, y + 1.3 * size, z],
    0.24 * size,
    0.11 * size,
  );
  const middle = ball([x, y + 0.8 * size, z], 1.9 * size);
  return [
    { distance: blend(belly, spout, 0.16 * size), surface: body, bound: middle },
    {
      distance: cut(
        ring([x - size, y + 0.8 * size, z], 0.5 * size, 0.09 * size),
        ellipsoid([x, y + 0.7 * size, z], [0.95 * size, 0.76 * size, 0.95 * size]),
      ),
      surface: trim,
      bound: ball([x - size, y + 0.8 * size, z], 0.7 * size),
    },
    {
      distance: join(
        ellipsoid([x, y + 1.45 * size, z], [0.45 * size, 0.12 * size, 0.45 * size]),
        sphere([x, y + 1.62 * size, z], 0.12 * size),
      ),
      surface: trim,
      bound: ball([x, y + 1.5 * size, z], 0.55 * size),
    },
  ];
}

/** A round fruit with a stem. */
export function fruit(at: Vector, size: number, tall: number, skin: Surface, stem: Surface): Built {
  const [x, y, z] = at;
  const middle: Vector = [x, y + size, z];
  const flesh =
    tall > 1.15
      ? blend(
          sphere(middle, size),
          ellipsoid([x, y + 1.9 * size, z], [0.5 * size, 0.7 * size, 0.5 * size]),
          0.7 * size,
        )
      : ellipsoid(middle, [1.06 * size, size, 1.06 * size]);
  const top = tall > 1.15 ? 2.55 * size : 1.95 * size;
  return [
    { distance: flesh, surface: skin, bound: ball([x, y + 1.3 * size, z], 1.9 * size) },
    {
      distance: rod([x, y + top, z], [x + 0.22 * size, y + top + 0.5 * size, z], 0.06 * size, 0.08 * size),
      surface: stem,
      bound: ball([x, y + top + 0.2 * size, z], 0.7 * size),
    },
  ];
}

export function orb(at: Vector, radius: number, surface: Surface): Built {
  const centre: Vector = [at[0], at[1] + radius, at[2]];
  return [{ distance: sphere(centre, radius), surface, bound: ball(centre, radius) }];
}

export function spire(at: Vector, height: number, radius: number, surface: Surface): Built {
  const centre: Vector = [at[0], at[1] + height / 2, at[2]];
  return [
    {
      distance: cone(centre, height / 2, radius, 0.03),
      surface,
      bound: ball(centre, Math.hypot(height / 2, radius)),
    },
  ];
}

/** A leaf: a flattened ellipsoid, leaning and turned. */
export function leaf(at: Vector, length: number, lean: number, turn: number, surface: Surface): Built {
  const flat = ellipsoid(at, [length, 0.05 * length + 0.02, 0.42 * length]);
  return [
    {
      distance: (p) => 0.6 * turned(rolled(flat, at, lean), at, turn)(p),
      surface,
      bound: ball(at, 1.1 * length),
    },
  ];
}

/** A stool of a round seat and legs that are thin things. */
export function stool(at: Vector, height: number, radius: number, seat: Surface, legs: Surface): Built {
  const [x, y, z] = at;
  return [
    {
      distance: drum([x, y + height, z], radius, 0.09, 0.03),
      surface: seat,
      bound: ball([x, y + height, z], radius + 0.1),
    },
    ...[0.6, 2.2, 3.7, 5.3].map((turn): Part => {
      const foot: Vector = [x + 0.85 * radius * Math.cos(turn), y, z + 0.85 * radius * Math.sin(turn)];
      const top: Vector = [x + 0.6 * radius * Math.cos(turn), y + height, z + 0.6 * radius * Math.sin(turn)];
      return {
        distance: rod(foot, top, 0.055),
        surface: legs,
        bound: ball(add(foot, [0, height / 2, 0]), height / 2 + 0.4),
      };
    }),
  ];
}

/** A frame on a wall: four bars and what it holds. */
export function frame(at: Vector, half: [number, number], bars: Surface, held: Surface): Built {
  const [x, y, z] = at;
  const bar = 0.09;
  const outer = box(at, [half[0], half[1], 0.07]);
  const opening = box([x, y, z + 0.05], [half[0] - bar, half[1] - bar, 0.12]);
  const bound = ball(at, Math.hypot(half[0], half[1]) + 0.1);
  return [
    { distance: cut(outer, opening), surface: bars, bound },
    { distance: box([x, y, z - 0.03], [half[0] - 0.02, half[1] - 0.02, 0.03]), surface: held, bound },
  ];
}

/** A cloth laid in folds. */
export function cloth(at: Vector, half: [number, number], surface: Surface, phase: number): Built {
  const [x, y, z] = at;
  const height = (p: Vector) =>
    0.05 +
    0.05 * Math.sin(p[0] * 3 + phase + 0.8 * Math.sin(p[2] * 2)) +
    0.04 * Math.sin(p[2] * 4 + 2 * phase);
  return [
    {
      distance: (p) => {
        const h = Math.max(0.015, height(p));
        return 0.55 * box([x, y + h / 2, z], [half[0], h, half[1]], 0.01)(p);
      },
      surface,
      bound: ball([x, y + 0.1, z], Math.hypot(half[0], half[1]) + 0.1),
    },
  ];
}
