/**
 * Learns what tells a contour from texture and shading, on rendered scenes whose contours are known, and writes the
 * weights to core/src/map/regions: those for pictures in colour, and those for pictures in black and white. Everything
 * follows from the seed.
 *
 * A small network is trained on the boundaries between the cells of the scenes; then regions are joined by it, and
 * the boundaries met on the way are learned on as well, some rounds, so that it knows the regions it makes itself
 * (agglomeration learned as in Nunez-Iglesias et al., "Machine learning of hierarchical clustering", 2013). In the last round
 * several networks are trained from different beginnings, and judge together: each alone is as good on the scenes, and on
 * photographs they err in different places.
 */
import { writeFile } from 'node:fs/promises';
import { parseArgs } from 'node:util';
import { fileURLToPath } from 'node:url';
import { labPlanes, shapeStep, workingRaster } from '@nobrel/core/map';
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
  type Cells,
  type ContourWeights,
} from '@nobrel/core/map/regions';
import { gaussian, seeded, truthOf, type SeenPicture, type Truth } from '@nobrel/core/testing';
import { rendered, type RenderedScene } from './rendered.js';
import { asOneNetwork, Examples, train } from './train.js';
import { scenesToLearnOn } from './scenes/index.js';

const seed = 20_261_126;
const { values: options } = parseArgs({ options: { rounds: { type: 'string', default: '2' } } });
const rounds = Number(options.rounds);

/** Networks that judge together. */
const networks = 3;

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

type Look = { widthMm: number; grain: number; flat: boolean; grey: boolean; weight: number };

/**
 * How a scene is looked at: the same picture drawn larger or smaller, as a camera sees it in poor light (grain, standard
 * deviation in steps of 255), and as a print in flat colours; in two of them in black and white, if it is to be.
 */
const looks = (grey: boolean): Look[] => [
  { widthMm: 300, grain: 0, flat: false, grey: false, weight: 1 },
  { widthMm: 230, grain: 3, flat: false, grey, weight: 0.7 },
  { widthMm: 300, grain: 10, flat: false, grey: false, weight: 0.4 },
  { widthMm: 260, grain: 0.3, flat: true, grey, weight: 0.5 },
];

function prepare(
  scene: RenderedScene,
  { widthMm, grain, flat, grey, weight }: Look,
  random: () => number,
): Prepared {
  const coloured = flat ? inFlatColours(scene.seen) : scene.seen;
  const seen = grey ? { ...coloured, rgb: inGrey(coloured.rgb) } : coloured;
  const taken = grey ? { ...scene.picture, data: inGrey(scene.picture.data) } : scene.picture;
  const clean = flat ? { ...taken, data: seen.rgb } : taken;
  const picture =
    grain === 0
      ? clean
      : { ...clean, data: Uint8ClampedArray.from(clean.data, (value) => value + grain * gaussian(random)) };
  const { width, height } = picture;
  const step = shapeStep(width / widthMm);
  const size = {
    width: Math.ceil(width / step),
    height: Math.ceil(height / step),
    step,
    pxPerMm: width / widthMm / step,
  };
  const whole = { width, height, pxPerMm: width / widthMm };
  const raster = workingRaster(picture, { x: 0, y: 0, width, height }, whole);
  const evidence = gatherEvidence(labPlanes(raster, step), size.pxPerMm);
  const cells = cutIntoCells(evidence.steepness);
  return { evidence, cells, tags: tagsOf(truthOf(seen, widthMm), cells, size.pxPerMm), weight };
}

/** A picture in black and white, by the luma of ITU-R BT.601. */
function inGrey(rgb: ArrayLike<number>): Uint8Array {
  return Uint8Array.from(rgb, (_, i) => {
    const first = i - (i % 3);
    return Math.round(0.299 * rgb[first]! + 0.587 * rgb[first + 1]! + 0.114 * rgb[first + 2]!);
  });
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

/** Of the boundaries by a contour the nearest are the contour, and those that are hardly further, mm. */
const asNearMm = 0.15;

/** What a boundary at each pixel would be: 1 a contour, 2 shading, 3 nobody's business. */
function tagsOf(truth: Truth, { width, height, label }: Cells, pxPerMm: number): Uint8Array {
  const tags = new Uint8Array(width * height);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (truth.mayBe((x + 0.5) / pxPerMm, (y + 0.5) / pxPerMm)) tags[i] = 2;
    }
  }
  const isBoundary = (i: number, x: number) =>
    (x < width - 1 && label[i] !== label[i + 1]) ||
    (i + width < label.length && label[i] !== label[i + width]);
  const reach = nearMm * pxPerMm;
  const mark = (seenEnough: boolean, tag: number) => {
    for (const sample of truth.contours.flat()) {
      if (sample.deltaE >= visible !== seenEnough) continue;
      // A crack lies half a pixel from the middles of both its pixels.
      const [cx, cy] = [sample.x * pxPerMm - 1, sample.y * pxPerMm - 1];
      const near: { i: number; off: number }[] = [];
      for (let y = Math.max(0, Math.ceil(cy - reach)); y <= Math.min(height - 1, cy + reach); y++) {
        for (let x = Math.max(0, Math.ceil(cx - reach)); x <= Math.min(width - 1, cx + reach); x++) {
          const off = Math.hypot(x - cx, y - cy);
          if (off <= reach && isBoundary(y * width + x, x)) near.push({ i: y * width + x, off });
        }
      }
      const nearest = Math.min(...near.map(({ off }) => off));
      for (const { i, off } of near) if (off <= nearest + asNearMm * pxPerMm) tags[i] = tag;
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

function examplesOfCells(prepared: readonly Prepared[], examples: Examples, random: () => number): void {
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
const list = (values: readonly number[]) =>
  `[${values.map((value) => Number(value.toPrecision(5))).join(', ')}]`;

/** Learns from the scenes, every other one in black and white too if that is wanted, and writes the weights. */
async function learn(name: string, file: string, withGrey: boolean): Promise<void> {
  const random = seeded(seed);
  const prepared = scenes.flatMap((scene, index) =>
    looks(withGrey && index % 2 === 1).map((look) => prepare(scene, look, random)),
  );
  console.log(`${file}: ${prepared.reduce((sum, { cells }) => sum + cells.count, 0)} cells`);
  const examples = new Examples();
  examplesOfCells(prepared, examples, random);
  for (let round = 1; round <= rounds; round++)
    examplesOfJoins(prepared, train(examples, 4, random), examples);
  const weights = asOneNetwork(Array.from({ length: networks }, () => train(examples, 9, random)));
  const grey = withGrey ? ', every other scene in black and white in two of them' : '';
  await writeFile(
    fileURLToPath(new URL(`../../../core/src/map/regions/${file}`, import.meta.url)),
    `import type { ContourWeights } from './contour-model.js';

/**
 * Learned by \`npm run learn-contours\` from seed ${seed} on ${scenesToLearnOn.length} rendered scenes at ${looks(false).length} looks${grey}, ${examples.count} boundaries, as ${networks} networks in one.
 */
export const ${name}: ContourWeights = {
  mean: ${list(weights.mean)},
  spread: ${list(weights.spread)},
  hidden: ${list(weights.hidden)},
  out: ${list(weights.out)},
};
`,
  );
}
await learn('contourWeights', 'contour-weights.ts', false);
await learn('greyContourWeights', 'grey-contour-weights.ts', true);
