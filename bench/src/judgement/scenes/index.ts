import { normalise, type Scene, type Vector } from '@nobrel/demo/raymarch';
import { arrangements } from './arrangements.js';
import { Dice } from './dice.js';
import { grained, mottled, plain, stone, striped, wood, woven, type Surface } from './materials.js';

/** A scene to be judged by: what is rendered, and what each of its things is. */
export type JudgedScene = {
  name: string;
  scene: Scene;
  /** For each thing of the scene: the object it is a part of (0 and 1 are ground and wall). */
  objectOf: number[];
  textured: boolean[];
  faceted: boolean[];
  /** A scene whose ground is fine stripes, weave or grain. */
  busy: boolean;
  finish: { blurPx: number; noise: number; jpegQuality: number };
};

const widthPx = 1200;
const heightPx = 900;

type GroundKind = 'plain' | 'wood' | 'striped' | 'woven' | 'stone' | 'grained';

function groundOf(kind: GroundKind, dice: Dice): Surface {
  const colour = dice.colour(0.18, 0.42, 0.4);
  const darker: Vector = [colour[0] * 0.55, colour[1] * 0.55, colour[2] * 0.55];
  switch (kind) {
    case 'plain':
      return plain(colour);
    case 'wood':
      return wood([0.4, 0.25, 0.13], [0.2, 0.11, 0.055], dice.between(0.8, 1.3));
    case 'striped':
      return striped(colour, [0.6, 0.58, 0.5], dice.between(0.1, 0.16), dice.between(-0.4, 0.4));
    case 'woven':
      return woven(colour, darker, dice.between(0.07, 0.12));
    case 'stone':
      return stone(colour, darker, dice.between(0.5, 1.2));
    case 'grained':
      return grained(colour, 0.7);
  }
}

/** What stands on what: on the first ground for learning, on the second for judging, never learned on. */
const plans: readonly (readonly [arrangement: string, learnOn: GroundKind, judgeOn: GroundKind])[] = [
  ['blocks', 'woven', 'grained'],
  ['jars', 'plain', 'striped'],
  ['white on white', 'plain', 'plain'],
  ['dark on dark', 'wood', 'plain'],
  ['books', 'plain', 'wood'],
  ['fruit', 'striped', 'woven'],
  ['same value', 'grained', 'plain'],
  ['leaves', 'stone', 'stone'],
  ['wood and cloth', 'wood', 'wood'],
  ['workshop', 'stone', 'plain'],
];

function build(name: string, ground: GroundKind, seed: number): JudgedScene {
  const dice = new Dice(seed);
  const { objects, wallOf } = arrangements[name]!(dice);
  const floor: Surface = groundOf(ground, dice);
  const wall = wallOf?.(dice) ?? dice.of([mottled, plain])(dice.colour(0.15, 0.5, 0.35));
  const parts = [
    { distance: (p: Vector) => p[1], surface: floor, bound: null, object: 0, faceted: false },
    { distance: (p: Vector) => p[2] + 2.6, surface: wall, bound: null, object: 1, faceted: false },
    ...objects.flatMap((object, i) => object.map((part) => ({ faceted: false, ...part, object: i + 2 }))),
  ];
  const side = dice.sign();
  return {
    name: `${name} on ${ground}`,
    scene: {
      name,
      things: parts.map(({ distance, surface, bound }) => ({ distance, material: surface.material, bound })),
      camera: {
        from: [dice.between(-0.8, 0.8), dice.between(2, 3.6), 8.8],
        to: [0, dice.between(0.75, 1.05), 0],
        fieldOfViewRad: dice.between(0.66, 0.74),
      },
      light: {
        towards: normalise([side * dice.between(0.45, 0.9), dice.between(0.5, 0.9), dice.between(0.25, 0.7)]),
        colour: [2.3, 2.15, dice.between(1.7, 2.2)],
        softness: dice.between(0.05, 0.18),
      },
      ambient: [0.3, 0.33, 0.4],
      sky: () => [0.5, 0.55, 0.6],
      widthPx,
      heightPx,
      exposure: dice.between(0.8, 1.05),
      grain: 0,
    },
    objectOf: parts.map(({ object }) => object),
    textured: parts.map(({ surface }) => surface.textured),
    faceted: parts.map(({ faceted }) => faceted),
    busy: ground === 'striped' || ground === 'woven' || ground === 'grained',
    finish: {
      blurPx: dice.between(0.5, 1),
      noise: dice.between(1.5, 5),
      jpegQuality: Math.round(dice.between(78, 92)),
    },
  };
}

const grounds: readonly GroundKind[] = ['striped', 'woven', 'grained', 'wood', 'stone', 'plain'];
export const scenesToLearnOn = [
  ...[1000, 3000].flatMap((seed) => plans.map(([name, ground], i) => build(name, ground, seed + i))),
  ...plans.map(([name], i) => build(name, grounds[i % grounds.length]!, 5000 + i)),
];
export const scenesToJudgeOn = plans.map(([name, , ground], i) => build(name, ground, 2000 + i));
