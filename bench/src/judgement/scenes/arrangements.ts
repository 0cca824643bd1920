import type { Vector } from '@nobrel/demo/raymarch';
import { sameValue, type Dice } from './dice.js';
import { grained, mottled, plain, wood, type Surface } from './materials.js';
import {
  block,
  book,
  bottle,
  bowl,
  cloth,
  frame,
  fruit,
  jar,
  leaf,
  mug,
  orb,
  pot,
  spire,
  stool,
  type Built,
} from './things.js';

/** What stands on the bench, and what the wall behind is where that matters. */
type Arrangement = (dice: Dice) => { objects: Built[]; wallOf?: (dice: Dice) => Surface };

/** Places along the bench, from left to right, some nearer than others. */
function places(dice: Dice, count: number, width = 5.4): Vector[] {
  return Array.from({ length: count }, (_, i) => [
    -width / 2 + (width * (i + 0.5)) / count + dice.between(-0.22, 0.22),
    0,
    (i % 2 === 0 ? -0.9 : 0.75) + dice.between(-0.35, 0.35),
  ]);
}

/** The arrangements there are, by their names. */
export const arrangements: Record<string, Arrangement> = {
  blocks: (dice) => ({
    objects: places(dice, 7).map((at, i) =>
      i === 3
        ? spire(at, dice.between(1.4, 2), dice.between(0.4, 0.55), plain(dice.colour()))
        : block(
            at,
            [dice.between(0.35, 0.55), dice.between(0.3, 0.6), dice.between(0.35, 0.55)],
            dice.between(0.2, 1.3),
            plain(dice.colour()),
          ),
    ),
  }),
  jars: (dice) => ({
    objects: [
      ...places(dice, 4).map((at) =>
        jar(
          at,
          dice.between(0.9, 1.7),
          dice.between(0.45, 0.6),
          plain(dice.colour(), 0.7),
          plain(dice.colour(0.2, 0.5, 0.3)),
        ),
      ),
      orb([dice.between(1.2, 2.2), 0, 1.5], 0.42, plain(dice.colour())),
    ],
  }),
  'white on white': (dice) => {
    const white = () => plain(dice.grey(0.55, 0.8), 0.2);
    return {
      objects: [
        bowl([-1.7, 0, 0.2], 0.9, white(), white()),
        pot([0.3, 0, -0.3], 0.75, white(), white()),
        mug([1.9, 0, 0.6], 0.5, white(), dice.sign()),
        ...fruits(dice, [[-0.5, 0, 1.4]], () => white()),
        block([2.2, 0, -1.2], [0.5, 0.7, 0.4], 0.5, white()),
      ],
      wallOf: () => mottled(dice.grey(0.55, 0.75)),
    };
  },
  'dark on dark': (dice) => {
    const dark = (gloss = 0.8) => plain(dice.colour(0.015, 0.06, 0.5), gloss, 90);
    return {
      objects: [
        ...places(dice, 4).map((at) =>
          bottle(at, dice.between(1.5, 2.2), dice.between(0.32, 0.45), dark(), dark(0.1)),
        ),
        bowl([-1.1, 0, 1.7], 0.6, dark(0.4), dark(0.2)),
        book([1.6, 0, 1.5], [0.7, 0.14, 0.5], 0.3, dark(0), plain(dice.grey(0.2, 0.35))),
      ],
      wallOf: () => mottled(dice.grey(0.02, 0.06)),
    };
  },
  books: (dice) => ({
    objects: [
      ...[0, 1, 2].map((i) =>
        book(
          [-1.2 + dice.between(-0.15, 0.15), 0.4 * i, 0],
          [1.15 - 0.12 * i, 0.19, 0.75],
          dice.between(-0.3, 0.3),
          plain(dice.colour()),
          plain(dice.grey(0.5, 0.7)),
        ),
      ),
      mug([1.3, 0, 0.9], 0.5, plain(dice.colour(), 0.5), dice.sign()),
      frame(
        [1.9, 2.1, -2.5],
        [0.8, 0.6],
        plain(dice.colour(0.05, 0.2, 0.5)),
        plain(dice.colour(0.3, 0.5, 0.4)),
      ),
      stool([2.2, 0, -0.9], 1.1, 0.5, plain(dice.colour()), plain(dice.colour(0.05, 0.15, 0.5))),
    ],
  }),
  fruit: (dice) => ({
    objects: [
      bowl([-1.3, 0, -0.2], 0.95, plain(dice.colour(), 0.4), plain(dice.grey(0.5, 0.7), 0.2)),
      ...fruits(
        dice,
        places(dice, 5).map(([x, y, z]) => [x, y, z + 1]),
        () => plain(dice.colour(0.25, 0.55), 0.4),
      ),
    ],
  }),
  'same value': (dice) => {
    const base = dice.colour(0.2, 0.35, 0.6);
    const alike = () => plain(sameValue(base, dice), 0.1);
    return {
      objects: [
        ...places(dice, 3).map((at) =>
          jar(at, dice.between(0.9, 1.4), dice.between(0.45, 0.6), alike(), alike()),
        ),
        block([dice.between(-2.2, -1.4), 0, 1.5], [0.45, 0.4, 0.45], dice.between(0.2, 1.2), alike()),
        orb([dice.between(0.6, 1.6), 0, 1.6], 0.45, alike()),
      ],
      wallOf: () => plain(sameValue(base, dice)),
    };
  },
  leaves: (dice) => ({
    objects: Array.from({ length: 34 }, () => {
      const green: Vector = [dice.between(0.03, 0.2), dice.between(0.12, 0.42), dice.between(0.02, 0.1)];
      return leaf(
        [dice.between(-2.6, 2.6), dice.between(0.25, 2.4), dice.between(-1.2, 1)],
        dice.between(0.3, 0.6),
        dice.between(-0.9, 0.9),
        dice.between(0, 3.1),
        plain(green, 0.15, 20),
      );
    }).concat([orb([dice.between(-1, 1), 0.2, 1.4], 0.5, plain(dice.colour(0.3, 0.6), 0.3))]),
  }),
  'wood and cloth': (dice) => ({
    objects: [
      cloth(
        [dice.between(-0.6, 0.6), 0, 0.9],
        [1.7, 0.85],
        plain(dice.colour(0.2, 0.5, 0.4)),
        dice.between(0, 6),
      ),
      pot(
        [dice.between(-1.4, -0.8), 0.1, -0.5],
        0.8,
        plain(dice.colour(), 0.6),
        plain(dice.colour(0.05, 0.2, 0.4)),
      ),
      block(
        [1.6, 0, -0.8],
        [0.6, 0.5, 0.45],
        dice.between(0.2, 1.2),
        wood([0.4, 0.25, 0.12], [0.2, 0.11, 0.05], 0.5),
      ),
      ...fruits(
        dice,
        [
          [0.7, 0.12, 1.1],
          [-0.2, 0.12, 1.3],
        ],
        () => plain(dice.colour(0.3, 0.55), 0.3),
      ),
    ],
  }),
  workshop: (dice) => ({
    objects: [
      stool(
        [-1.9, 0, 0],
        1.5,
        0.65,
        wood([0.42, 0.27, 0.14], [0.24, 0.14, 0.07], 0.4),
        plain(dice.colour(0.05, 0.2, 0.5)),
      ),
      bottle(
        [-0.3, 0, -0.8],
        2,
        0.4,
        plain(dice.colour(0.05, 0.2), 0.9, 120),
        plain(dice.colour(0.2, 0.4, 0.4)),
      ),
      block(
        [1.1, 0, -0.2],
        [0.6, 0.75, 0.5],
        dice.between(0.2, 1.2),
        grained(dice.colour(0.2, 0.4, 0.5), 0.5),
      ),
      jar([2.3, 0, 1], 1, 0.5, plain(dice.colour(), 0.6), plain(dice.grey(0.2, 0.4))),
      frame(
        [0.3, 2.5, -2.5],
        [0.9, 0.65],
        plain(dice.colour(0.1, 0.3, 0.4)),
        mottled(dice.colour(0.2, 0.5, 0.5)),
      ),
      mug([0.2, 0, 1.5], 0.42, plain(dice.colour(), 0.4), dice.sign()),
    ],
  }),
};

function fruits(dice: Dice, at: readonly Vector[], skin: () => Surface): Built[] {
  return at.map((place) =>
    fruit(place, dice.between(0.3, 0.42), dice.of([1, 1.3]), skin(), plain([0.09, 0.06, 0.03])),
  );
}
