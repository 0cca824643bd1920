/**
 * How well and how fast a photographed sheet is found and squared at twelve megapixels, against OpenCV.js on
 * the same pixels in the same run. Ratios are what count: seconds differ from machine to machine.
 */
import cv from '@techstark/opencv-js';
import { composed, distance, inverted, transformed, type Quad } from '@nobrel/core/geometry';
import type { Picture } from '@nobrel/core/raster';
import {
  drawnAt,
  findSheet,
  preparationOf,
  pyramid,
  resample,
  unsquared,
  type Squaring,
} from '@nobrel/core/reference';
import { photographSheet } from '@nobrel/core/testing';
import { timed } from './timed.js';

const size = { width: 4000, height: 3000 };
/** Seeds of the photographs, from and to; two ranges can run side by side. */
const first = Number(process.argv[2] ?? 1);
const last = Number(process.argv[3] ?? 100);
const previewPx = 480;

/** With the byte of opacity a canvas gives. */
function withAlpha({ width, height, data }: Picture): Picture {
  const out = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let i = 0, j = 0; i < data.length; i += 3, j += 4) out.set(data.subarray(i, i + 3), j);
  return { width, height, channels: 4, data: out };
}

function squaringFor([a, b, c, d]: Quad, ratio: number): Squaring {
  return { ...unsquared, corners: [a, b, c, d], originalMm: { width: 300 * ratio, height: 300 } };
}

/** The worst distance of found corners from the true ones, taken round from the nearest; pixels. */
function worstOff(found: Quad, truth: Quad): number {
  const turns = [0, 1, 2, 3].map((turn) =>
    Math.max(...found.map((corner, i) => distance(corner, truth[(i + turn) % 4] ?? corner))),
  );
  return Math.min(...turns);
}

/** Corners as a general-purpose library's own recipe finds them: edges, outlines, the largest of four sides. */
function sheetByOpenCv({ width, height, data }: Picture): Quad | null {
  const whole = cv.matFromArray(height, width, cv.CV_8UC4, data);
  const grey = new cv.Mat();
  const small = new cv.Mat();
  const edges = new cv.Mat();
  const outlines = new cv.MatVector();
  const order = new cv.Mat();
  cv.cvtColor(whole, grey, Number(cv.COLOR_RGBA2GRAY));
  const shrink = 1000 / width;
  cv.resize(grey, small, new cv.Size(1000, Math.round(height * shrink)), 0, 0, Number(cv.INTER_AREA));
  cv.GaussianBlur(small, small, new cv.Size(5, 5), 0);
  cv.Canny(small, edges, 50, 150);
  cv.dilate(edges, edges, cv.Mat.ones(3, 3, Number(cv.CV_8U)));
  cv.findContours(edges, outlines, order, Number(cv.RETR_LIST), Number(cv.CHAIN_APPROX_SIMPLE));
  let best: { area: number; corners: Quad } | null = null;
  for (let i = 0; i < Number(outlines.size()); i++) {
    const outline = outlines.get(i);
    const four = new cv.Mat();
    cv.approxPolyDP(outline, four, 0.02 * cv.arcLength(outline, true), true);
    const area = Math.abs(cv.contourArea(four));
    if (four.rows === 4 && cv.isContourConvex(four) && area > (best?.area ?? 0)) {
      const at = (k: number) => ({
        x: (four.data32S[2 * k] ?? 0) / shrink,
        y: (four.data32S[2 * k + 1] ?? 0) / shrink,
      });
      best = { area, corners: [at(0), at(1), at(2), at(3)] };
    }
    four.delete();
    outline.delete();
  }
  for (const mat of [whole, grey, small, edges, outlines, order]) mat.delete();
  return best?.corners ?? null;
}

function corners(): void {
  const off: { ours: number[]; theirs: number[] } = { ours: [], theirs: [] };
  const times: { ours: number[]; theirs: number[] } = { ours: [], theirs: [] };
  for (let seed = first; seed <= last; seed++) {
    const { picture, corners: truth } = photographSheet({ ...size, seed, clutter: true });
    const shown = withAlpha(picture);
    const start = performance.now();
    const found = findSheet(shown);
    const between = performance.now();
    const theirs = sheetByOpenCv(shown);
    times.ours.push(between - start);
    times.theirs.push(performance.now() - between);
    off.ours.push(found ? worstOff(found.corners, truth) : Infinity);
    off.theirs.push(theirs ? worstOff(theirs, truth) : Infinity);
  }
  const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1] ?? NaN;
  const within = (values: number[]) => values.filter((value) => value <= 2).length;
  const cases = last - first + 1;
  console.log(`Corners of a sheet, ${cases} cluttered photographs of 12 megapixels:`);
  for (const who of ['ours', 'theirs'] as const) {
    console.log(
      `  ${who === 'ours' ? 'Nobrel' : 'OpenCV.js'}: ${within(off[who])} of ${cases} within 2 px, median ${median(off[who]).toFixed(2)} px, ${median(times[who]).toFixed(0)} ms`,
    );
  }
  console.log(
    `  time as a share of the yardstick: ${(median(times.ours) / median(times.theirs)).toFixed(2)}`,
  );
}

/** Worst error of a squared picture's geometry, as a share of its longer side. */
function geometryOff(squaring: Squaring, truth: Quad): number {
  const prepared = preparationOf(size, squaring);
  const back = inverted(prepared.toStored);
  const { width, height } = prepared;
  const wanted = [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ] as const;
  const off = truth.map((corner, i) => {
    const seen = transformed(back, corner.x, corner.y);
    const [x, y] = wanted[i] ?? [0, 0];
    return Math.hypot(seen.x - x, seen.y - y);
  });
  return Math.max(...off) / Math.max(width, height);
}

function rectification(): void {
  const { picture, corners: truth, ratio } = photographSheet({ ...size, seed: 3, clutter: true });
  const shown = withAlpha(picture);
  const found = findSheet(shown);
  if (!found) throw new Error('The sheet was not found.');
  const squaring = squaringFor(found.corners, ratio);
  const { toStored } = preparationOf(shown, squaring);
  // Drawn at twelve megapixels whatever the sheet's own size, so that cost is that of the figure.
  const prepared = preparationOf(shown, squaring);
  const long = Math.sqrt(12e6 / (prepared.width * prepared.height));
  const to = { width: Math.round(prepared.width * long), height: Math.round(prepared.height * long) };
  const map = composed(toStored, [
    prepared.width / to.width,
    0,
    0,
    0,
    prepared.height / to.height,
    0,
    0,
    0,
    1,
  ]);
  const ours = timed(() => resample(shown, map, to.width, to.height), 3);
  const source = cv.matFromArray(shown.height, shown.width, cv.CV_8UC4, shown.data);
  const matrix = cv.matFromArray(3, 3, cv.CV_64F, map);
  const target = new cv.Mat();
  const theirs = timed(() => {
    cv.warpPerspective(
      source,
      target,
      matrix,
      new cv.Size(to.width, to.height),
      cv.INTER_CUBIC | cv.WARP_INVERSE_MAP,
      Number(cv.BORDER_REPLICATE),
    );
  }, 3);
  const levels = pyramid(shown);
  const small = {
    width: previewPx,
    height: Math.round((previewPx * prepared.height) / prepared.width),
  };
  const preview = timed(() => drawnAt(levels, toStored, prepared, small));
  const smallMap = cv.matFromArray(
    3,
    3,
    cv.CV_64F,
    composed(toStored, [prepared.width / small.width, 0, 0, 0, prepared.height / small.height, 0, 0, 0, 1]),
  );
  const theirPreview = timed(() => {
    cv.warpPerspective(
      source,
      target,
      smallMap,
      new cv.Size(small.width, small.height),
      cv.INTER_CUBIC | cv.WARP_INVERSE_MAP,
      Number(cv.BORDER_REPLICATE),
    );
  });
  const step = timed(() => pyramid(shown), 3);
  console.log(`Squaring to ${((to.width * to.height) / 1e6).toFixed(1)} megapixels:`);
  console.log(`  geometry off by ${(100 * geometryOff(squaring, truth)).toFixed(3)} % of the long side`);
  console.log(
    `  full: Nobrel ${ours.toFixed(0)} ms, OpenCV.js ${theirs.toFixed(0)} ms, ratio ${(ours / theirs).toFixed(2)}`,
  );
  console.log(
    `  preview: Nobrel ${preview.toFixed(0)} ms, OpenCV.js ${theirPreview.toFixed(0)} ms, ratio ${(preview / theirPreview).toFixed(2)}`,
  );
  console.log(`  halves of the picture, once a picture: ${step.toFixed(0)} ms`);
  for (const mat of [source, matrix, target, smallMap]) mat.delete();
}

// It is a promise of itself, which never ends when awaited; its own sign that it is ready does.
await new Promise<void>((resolve) => {
  cv.onRuntimeInitialized = resolve;
});
rectification();
corners();
