/**
 * Learns what tells a contour from texture and shading, on rendered scenes whose contours are known, and writes the
 * weights to core/src/map/regions/contour-weights.ts. Everything follows from the seed.
 *
 * A small network is trained on the boundaries between the cells of the scenes; then regions are joined by it, and
 * the boundaries met on the way are learned on as well, some rounds, so that it knows the regions it makes itself
 * (agglomeration learned as in Nunez-Iglesias et al., "Machine learning of hierarchical clustering", 2013).
 */
import { writeFile } from 'node:fs/promises';
import { parseArgs } from 'node:util';
import { fileURLToPath } from 'node:url';
import { gatherEvidence, labPlanes } from '@nobrel/core/map/evidence';
import {
  boundaryKinds,
  ContourGraph,
  ContourModel,
  cutIntoCells,
  describeBoundary,
  featureCount,
  joinRegions,
  regionSums,
  sums,
  type ContourWeights,
} from '@nobrel/core/map/regions';
import { gaussian, seeded, truthOf, type SeenPicture, type Truth } from '@nobrel/core/testing';
import { rendered, type RenderedScene } from './rendered.js';
import { scenesToLearnOn } from './scenes/index.js';

const seed = 20_261_126;
const hiddenUnits = 24;
const { values: options } = parseArgs({ options: { rounds: { type: 'string', default: '2' } } });
const rounds = Number(options.rounds);
const kinds = boundaryKinds.length;
const random = seeded(seed);

/** A contour that differs by less than this cannot be told by anyone (ΔE2000). */
const visible = 3;

/** A boundary within this of a contour is that contour, mm. */
const nearMm = 0.7;

/** Boundaries described, with what they are: rows of `featureCount` numbers, `kinds` shares and a weight. */
const rowLength = featureCount + kinds + 1;
class Examples {
  data = new Float32Array(1 << 20);
  count = 0;
  add(features: Float64Array, shares: readonly number[], weight: number): void {
    if ((this.count + 1) * rowLength > this.data.length) {
      const larger = new Float32Array(2 * this.data.length);
      larger.set(this.data);
      this.data = larger;
    }
    const at = this.count++ * rowLength;
    this.data.set(features, at);
    this.data.set(shares, at + featureCount);
    this.data[at + featureCount + kinds] = weight;
  }
}

type Prepared = {
  weight: number;
  evidence: ReturnType<typeof gatherEvidence>;
  cells: ReturnType<typeof cutIntoCells>;
  tags: Uint8Array;
};

/**
 * How every scene is looked at: the same picture drawn larger or smaller, as a camera sees it in poor light (grain,
 * standard deviation in steps of 255), and as a print in flat colours.
 */
const looks = [
  { widthMm: 300, grain: 0, flat: false, weight: 1 },
  { widthMm: 230, grain: 3, flat: false, weight: 0.7 },
  { widthMm: 300, grain: 10, flat: false, weight: 0.4 },
  { widthMm: 260, grain: 0.3, flat: true, weight: 0.5 },
];
const workingPxPerMm = 4;

function prepare(scene: RenderedScene, { widthMm, grain, flat, weight }: (typeof looks)[number]): Prepared {
  const seen = flat ? inFlatColours(scene.seen) : scene.seen;
  const clean = flat ? { ...scene.picture, data: seen.rgb } : scene.picture;
  const picture =
    grain === 0
      ? clean
      : { ...clean, data: Uint8ClampedArray.from(clean.data, (value) => value + grain * gaussian(random)) };
  const { width, height } = picture;
  const step = Math.max(1, Math.round((width / widthMm) * (2 / workingPxPerMm)));
  const size = {
    width: Math.ceil(width / step),
    height: Math.ceil(height / step),
    step,
    pxPerMm: width / widthMm / step,
  };
  const lab = labPlanes(picture, { x: 0, y: 0, width, height }, { width, height }, size);
  const evidence = gatherEvidence(lab, size.pxPerMm);
  return {
    evidence,
    cells: cutIntoCells(evidence.steepness),
    tags: tagsOf(truthOf(seen, widthMm), size),
    weight,
  };
}

/** Every part filled with its mean colour, no shadows, highlights or texture. */
function inFlatColours(seen: SeenPicture): SeenPicture {
  const sum = new Float64Array(3 * seen.objectOf.length);
  const count = new Float64Array(seen.objectOf.length);
  seen.part.forEach((part, i) => {
    count[part]!++;
    for (let k = 0; k < 3; k++) sum[3 * part + k]! += seen.rgb[3 * i + k]!;
  });
  const rgb = Uint8Array.from(seen.rgb, (_, i) => {
    const part = seen.part[Math.floor(i / 3)]!;
    return Math.round(sum[3 * part + (i % 3)]! / count[part]!);
  });
  const none = new Uint8Array(seen.part.length);
  return { ...seen, rgb, highlight: none, crease: none, textured: none, lit: new Float32Array(none.length) };
}

/** What a boundary at each pixel would be: 1 a contour, 2 shading, 3 nobody's business. */
function tagsOf(
  truth: Truth,
  { width, height, pxPerMm }: { width: number; height: number; pxPerMm: number },
) {
  const tags = new Uint8Array(width * height);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (truth.mayBe((x + 0.5) / pxPerMm, (y + 0.5) / pxPerMm)) tags[i] = 2;
    }
  }
  const mark = (seenEnough: boolean, tag: number) => {
    const reach = nearMm * pxPerMm;
    for (const sample of truth.contours.flat()) {
      if (sample.deltaE >= visible !== seenEnough) continue;
      const [cx, cy] = [sample.x * pxPerMm - 0.5, sample.y * pxPerMm - 0.5];
      for (let y = Math.max(0, Math.ceil(cy - reach)); y <= Math.min(height - 1, cy + reach); y++) {
        for (let x = Math.max(0, Math.ceil(cx - reach)); x <= Math.min(width - 1, cx + reach); x++) {
          if (Math.hypot(x - cx, y - cy) <= reach) tags[y * width + x] = tag;
        }
      }
    }
  };
  mark(false, 3);
  mark(true, 1);
  return tags;
}

function addExample(
  examples: Examples,
  features: Float64Array,
  edge: Float64Array,
  at: number,
  pxPerMm: number,
  share: number,
): void {
  const cracks = edge[at] ?? 0;
  const ignored = edge[at + sums.tagged + 2] ?? 0;
  const contour = (edge[at + sums.tagged] ?? 0) / cracks;
  const shading = (edge[at + sums.tagged + 1] ?? 0) / cracks;
  if (ignored > 0.4 * cracks) return;
  const mm = (edge[at + sums.length] ?? 0) / pxPerMm;
  const nothing = Math.max(0, 1 - contour - shading);
  examples.add(features, [nothing, contour, shading], share * (0.2 + Math.min(mm, 30)));
}

function examplesOfCells(prepared: readonly Prepared[], examples: Examples): void {
  const features = new Float64Array(featureCount);
  for (const { cells, evidence, tags, weight } of prepared) {
    const graph = new ContourGraph(cells, evidence, tags);
    for (let e = 0; e < graph.edgeCount; e++) {
      if (random() > 0.25) continue;
      const [p, q] = [graph.low[e]! * regionSums.count, graph.high[e]! * regionSums.count];
      describeBoundary(graph.edge, e * sums.count, graph.region, p, q, evidence.pxPerMm, features);
      addExample(examples, features, graph.edge, e * sums.count, evidence.pxPerMm, weight);
    }
  }
}

function examplesOfJoins(prepared: readonly Prepared[], weights: ContourWeights, examples: Examples): void {
  const model = new ContourModel(weights);
  for (const { cells, evidence, tags, weight } of prepared) {
    const graph = new ContourGraph(cells, evidence, tags);
    joinRegions(graph, model, evidence.pxPerMm, (e, _low, _high, features) =>
      addExample(examples, features, graph.edge, e * sums.count, evidence.pxPerMm, weight),
    );
  }
}

/** Trains by Adam (Kingma & Ba 2015) on minibatches; cross entropy, with a little decay of the weights. */
function train(examples: Examples, epochs: number): ContourWeights {
  const { data, count } = examples;
  const mean = new Float64Array(featureCount);
  const spread = new Float64Array(featureCount);
  for (let i = 0; i < count; i++)
    for (let k = 0; k < featureCount; k++) mean[k]! += data[i * rowLength + k]! / count;
  for (let i = 0; i < count; i++) {
    for (let k = 0; k < featureCount; k++) spread[k]! += (data[i * rowLength + k]! - mean[k]!) ** 2 / count;
  }
  for (let k = 0; k < featureCount; k++) spread[k] = Math.sqrt(spread[k]!) + 1e-3;
  const hiddenLength = hiddenUnits * (featureCount + 1);
  const outLength = kinds * (hiddenUnits + 1);
  const weights = Float64Array.from({ length: hiddenLength + outLength }, () => (random() - 0.5) * 0.5);
  const first = new Float64Array(weights.length);
  const second = new Float64Array(weights.length);
  const gradient = new Float64Array(weights.length);
  const x = new Float64Array(featureCount);
  const active = new Float64Array(hiddenUnits);
  const slope = new Float64Array(hiddenUnits);
  const share = new Float64Array(kinds);
  const back = new Float64Array(hiddenUnits);
  const order = Int32Array.from({ length: count }, (_, i) => i);
  const batch = 256;
  let steps = 0;
  let loss = 0;
  for (let epoch = 0; epoch < epochs; epoch++) {
    for (let i = count - 1; i > 0; i--) {
      const j = Math.floor(random() * (i + 1));
      [order[i], order[j]] = [order[j]!, order[i]!];
    }
    loss = 0;
    let weighed = 0;
    const rate = 0.003 * (1 - epoch / epochs) + 1e-4;
    for (let begin = 0; begin < count; begin += batch) {
      gradient.fill(0);
      let total = 0;
      for (let n = begin; n < Math.min(count, begin + batch); n++) {
        const at = order[n]! * rowLength;
        const weight = data[at + featureCount + kinds]!;
        total += weight;
        for (let k = 0; k < featureCount; k++) x[k] = (data[at + k]! - mean[k]!) / spread[k]!;
        for (let h = 0, w = 0; h < hiddenUnits; h++) {
          let sum = 0;
          for (let k = 0; k < featureCount; k++) sum += weights[w++]! * x[k]!;
          sum += weights[w++]!;
          slope[h] = sum > 0 ? 1 : 0.1;
          active[h] = sum * slope[h]!;
        }
        let all = 0;
        for (let kind = 0, w = hiddenLength; kind < kinds; kind++) {
          let sum = 0;
          for (let h = 0; h < hiddenUnits; h++) sum += weights[w++]! * active[h]!;
          share[kind] = Math.exp(Math.min(30, Math.max(-30, sum + weights[w++]!)));
          all += share[kind]!;
        }
        back.fill(0);
        for (let kind = 0, w = hiddenLength; kind < kinds; kind++) {
          const chance = share[kind]! / all;
          const wanted = data[at + featureCount + kind]!;
          loss -= weight * wanted * Math.log(chance + 1e-9);
          const off = weight * (chance - wanted);
          for (let h = 0; h < hiddenUnits; h++, w++) {
            gradient[w]! += off * active[h]!;
            back[h]! += off * weights[w]!;
          }
          gradient[w++]! += off;
        }
        for (let h = 0, w = 0; h < hiddenUnits; h++) {
          const off = back[h]! * slope[h]!;
          for (let k = 0; k < featureCount; k++) gradient[w++]! += off * x[k]!;
          gradient[w++]! += off;
        }
      }
      weighed += total;
      steps++;
      for (let w = 0; w < weights.length; w++) {
        const g = gradient[w]! / total + 1e-4 * weights[w]!;
        first[w] = 0.9 * first[w]! + 0.1 * g;
        second[w] = 0.999 * second[w]! + 0.001 * g * g;
        const m = first[w]! / (1 - 0.9 ** steps);
        const v = second[w]! / (1 - 0.999 ** steps);
        weights[w]! -= (rate * m) / (Math.sqrt(v) + 1e-8);
      }
    }
    loss /= weighed;
  }
  console.log(`  ${count} boundaries, cross entropy ${loss.toFixed(4)}`);
  return {
    mean: [...mean],
    spread: [...spread],
    hidden: [...weights.subarray(0, hiddenLength)],
    out: [...weights.subarray(hiddenLength)],
  };
}

const scenes = await rendered(scenesToLearnOn);
const prepared = scenes.flatMap((scene) => looks.map((look) => prepare(scene, look)));
console.log(`${prepared.reduce((sum, { cells }) => sum + cells.count, 0)} cells`);
const examples = new Examples();
examplesOfCells(prepared, examples);
let weights = train(examples, 4);
for (let round = 1; round <= rounds; round++) {
  examplesOfJoins(prepared, weights, examples);
  weights = train(examples, round === rounds ? 9 : 4);
}
const list = (values: readonly number[]) =>
  `[${values.map((value) => Number(value.toPrecision(5))).join(', ')}]`;
const path = fileURLToPath(new URL('../../../core/src/map/regions/contour-weights.ts', import.meta.url));
await writeFile(
  path,
  `import type { ContourWeights } from './contour-model.js';

/**
 * Learned by \`npm run learn-contours\` from seed ${seed} on ${scenesToLearnOn.length} rendered scenes at ${looks.length} looks, ${examples.count} boundaries.
 */
export const contourWeights: ContourWeights = {
  mean: ${list(weights.mean)},
  spread: ${list(weights.spread)},
  hidden: ${list(weights.hidden)},
  out: ${list(weights.out)},
};
`,
);
