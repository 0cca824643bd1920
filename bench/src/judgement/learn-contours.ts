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
import { labPlanes, workingRaster } from '@nobrel/core/map';
import { gatherEvidence } from '@nobrel/core/map/evidence';
import {
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
import { Examples, train } from './train.js';
import { scenesToLearnOn } from './scenes/index.js';

const seed = 20_261_126;
const { values: options } = parseArgs({ options: { rounds: { type: 'string', default: '2' } } });
const rounds = Number(options.rounds);
const random = seeded(seed);

/** A contour that differs by less than this cannot be told by anyone (ΔE2000). */
const visible = 3;

/** A boundary within this of a contour is that contour, mm. */
const nearMm = 0.7;

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

function prepare(scene: RenderedScene, { widthMm, grain, flat, weight }: (typeof looks)[number]): Prepared {
  const seen = flat ? inFlatColours(scene.seen) : scene.seen;
  const clean = flat ? { ...scene.picture, data: seen.rgb } : scene.picture;
  const picture =
    grain === 0
      ? clean
      : { ...clean, data: Uint8ClampedArray.from(clean.data, (value) => value + grain * gaussian(random)) };
  const { width, height } = picture;
  // Coarser than a map looks: so learned, the weights do better on these scenes at a map's own fineness too.
  const step = Math.max(1, Math.round(width / widthMm / 2));
  const size = {
    width: Math.ceil(width / step),
    height: Math.ceil(height / step),
    step,
    pxPerMm: width / widthMm / step,
  };
  const whole = { width, height, pxPerMm: width / widthMm };
  const raster = workingRaster(picture, { x: 0, y: 0, width, height }, whole);
  const evidence = gatherEvidence(labPlanes(raster, step), size.pxPerMm);
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

const scenes = await rendered(scenesToLearnOn);
const prepared = scenes.flatMap((scene) => looks.map((look) => prepare(scene, look)));
console.log(`${prepared.reduce((sum, { cells }) => sum + cells.count, 0)} cells`);
const examples = new Examples();
examplesOfCells(prepared, examples);
let weights = train(examples, 4, random);
for (let round = 1; round <= rounds; round++) {
  examplesOfJoins(prepared, weights, examples);
  weights = train(examples, round === rounds ? 9 : 4, random);
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
