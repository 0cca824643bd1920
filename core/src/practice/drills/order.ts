import type { Point } from '../../geometry/index.js';
import { shuffled, type DrillModule } from './drill.js';
import { evenLightness, somewhereIn } from './value.js';

/** Patches to be put in order. */
const patchesShown = 5;
/** A patch takes up this share of the shorter side, and they lie at least so many sides apart. */
const patchShare = 0.03;
const minApart = 2.5;
/** Places tried before a picture is taken for too flat. */
const tries = 400;

/** Patches nearer to each other than this, L\*, nobody tells apart; steps are made so much smaller until there are some. */
const minRise = 1;
const easier = 0.8;

type Patch = { at: Point; lightness: number };

/** Putting five patches in order, from the darkest to the lightest. */
export const order: DrillModule = {
  name: 'Order of values',
  asks: 'Put the five patches in order: the darkest first.',
  unit: 'L*',
  judged: (kind) => kind,
  // Pairs are the wrong way round or not.
  wrong: null,
  usual: 6,
  // Five patches can be put in 120 orders.
  guess: 1 / 120,
  pose: (source, level, random) => {
    const { frame } = source.map;
    const sideMm = patchShare * Math.min(frame.width, frame.height);
    const seen: Patch[] = [];
    for (let k = 0; k < tries; k++) {
      const at = somewhereIn(frame, sideMm, random);
      const lightness = evenLightness(source, at, sideMm);
      if (lightness !== null && Number.isFinite(lightness)) seen.push({ at, lightness });
    }
    // A picture may not hold patches so far apart: then as far as it does.
    let patches: Patch[] | null = null;
    for (let apart = level; !patches && apart >= minRise; apart *= easier)
      patches = chainOf(seen, apart, minApart * sideMm, random);
    if (!patches) return null;
    const gaps = patches.slice(1).map(({ lightness }, k) => lightness - patches[k].lightness);
    const shown = shuffled(patches, random);
    return {
      drill: 'order',
      // Which of them are hard to tell apart is what an eye goes wrong in.
      kind: patches[gaps.indexOf(Math.min(...gaps))].lightness < 50 ? 'darks' : 'lights',
      level: Math.min(...gaps),
      window: frame,
      patches: shown.map(({ at }) => at),
      sideMm,
      lightness: shown.map(({ lightness }) => lightness),
      truth: patches.map((patch) => shown.indexOf(patch)),
    };
  },
  judge: (task, given) => {
    if (task.drill !== 'order' || typeof given === 'number' || 'x' in given)
      throw new TypeError('The answer to “order” is the patches in an order.');
    const error = misplacedIn(given.map((patch) => task.truth.indexOf(patch)));
    return { error, right: error === 0 };
  },
};

/** How many pairs stand the wrong way round (Kendall's distance). */
function misplacedIn(order: readonly number[]): number {
  return order.reduce((sum, place, k) => sum + order.slice(k + 1).filter((later) => later < place).length, 0);
}

/** Patches that rise by a difference each, or by little more, and lie apart; null where there are none. */
function chainOf(
  seen: readonly Patch[],
  level: number,
  apartMm: number,
  random: () => number,
): Patch[] | null {
  const rising = [...seen].sort((a, b) => a.lightness - b.lightness);
  const lightest = rising[rising.length - 1]?.lightness ?? 0;
  const begins = shuffled(
    rising.flatMap(({ lightness }, k) => (lightest - lightness >= (patchesShown - 1) * level ? [k] : [])),
    random,
  );
  for (const begin of begins) {
    const chain = [rising[begin]];
    for (const patch of rising.slice(begin + 1)) {
      if (chain.length === patchesShown) break;
      const isLighter = patch.lightness - chain[chain.length - 1].lightness >= level;
      const isApart = chain.every(({ at }) => Math.hypot(at.x - patch.at.x, at.y - patch.at.y) >= apartMm);
      if (isLighter && isApart) chain.push(patch);
    }
    if (chain.length === patchesShown) return chain;
  }
  return null;
}
