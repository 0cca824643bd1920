import { regionSums, sums } from './contour-graph.js';

/** How many numbers a boundary is judged by. */
export const featureCount = 30;

const log = (value: number) => Math.log(value + 0.05);

/**
 * What a boundary between two regions looks like, as numbers on scales on which equal steps look equal
 * (logarithms of steps, lengths and areas).
 *
 * @param edge sums along the boundary, from `at`
 * @param region sums over the regions, from `p` and `q`
 * @param pxPerMm of the raster the sums were made on
 * @param out gets the numbers
 */
export function describeBoundary(
  edge: Float64Array,
  at: number,
  region: Float64Array,
  p: number,
  q: number,
  pxPerMm: number,
  out: Float64Array,
): void {
  const length = edge[at + sums.length];
  const perLength = pxPerMm / length;
  for (let s = 0; s < 3; s++) {
    out[s] = log(edge[at + sums.lightness + s] * perLength);
    out[3 + s] = log(edge[at + sums.colour + s] * perLength);
  }
  const sl = Math.abs(edge[at + sums.signed]);
  const sa = edge[at + sums.signed + 1];
  const sb = edge[at + sums.signed + 2];
  const sc = 0.7 * Math.sqrt(sa * sa + sb * sb);
  out[6] = log(sl * perLength);
  out[7] = log(sc * perLength);
  out[8] = sl / (edge[at + sums.lightness + 1] + 1e-6);
  out[9] = sc / (edge[at + sums.colour + 1] + 1e-6);
  const lowSide = edge[at + sums.sideLow] / edge[at];
  const highSide = edge[at + sums.sideHigh] / edge[at];
  out[10] = log(Math.min(lowSide, highSide) * pxPerMm);
  out[11] = log(Math.max(lowSide, highSide) * pxPerMm);
  const areaP = region[p];
  const areaQ = region[q];
  const lp = region[p + regionSums.lightness] / areaP;
  const lq = region[q + regionSums.lightness] / areaQ;
  const da = region[p + regionSums.a] / areaP - region[q + regionSums.a] / areaQ;
  const db = region[p + regionSums.b] / areaP - region[q + regionSums.b] / areaQ;
  const varP = Math.max(0, region[p + regionSums.lightnessSquared] / areaP - lp * lp);
  const varQ = Math.max(0, region[q + regionSums.lightnessSquared] / areaQ - lq * lq);
  const dl = Math.abs(lp - lq);
  const dc = Math.sqrt(da * da + db * db);
  out[12] = log(dl);
  out[13] = log(dc);
  out[14] = log(Math.sqrt(Math.min(varP, varQ)));
  out[15] = log(Math.sqrt(Math.max(varP, varQ)));
  const tp = region[p + regionSums.texture] / areaP;
  const tq = region[q + regionSums.texture] / areaQ;
  out[16] = log(Math.min(tp, tq));
  out[17] = log(Math.max(tp, tq));
  const perArea = 1 / (pxPerMm * pxPerMm);
  out[18] = log(Math.min(areaP, areaQ) * perArea);
  out[19] = log(Math.max(areaP, areaQ) * perArea);
  out[20] = log(length / pxPerMm);
  const smaller = areaP <= areaQ ? p : q;
  out[21] = edge[at] / region[smaller + regionSums.perimeter];
  out[22] = log(
    (region[smaller + regionSums.perimeter] * region[smaller + regionSums.perimeter]) / region[smaller],
  );
  out[23] =
    log((region[p + regionSums.steepness] / areaP) * pxPerMm) -
    log((region[q + regionSums.steepness] / areaQ) * pxPerMm);
  if (areaP > areaQ) out[23] = -out[23];
  out[24] = log(
    Math.min(region[p + regionSums.steepness] / areaP, region[q + regionSums.steepness] / areaQ) * pxPerMm,
  );
  out[25] = (lp + lq) / 100 - 1;
  // What alternates at the finest scale is texture; a contour is a step all along it rather than in places.
  out[26] = Math.abs(edge[at + sums.signedFine]) / (edge[at + sums.lightness] + 1e-6);
  out[27] = edge[at + sums.logStep] / edge[at] + Math.log(pxPerMm);
  // Light alone leaves a colour in proportion to its lightness: what is left over is another colour.
  const light = (lq + 5) / (lp + 5);
  const ra = (region[p + regionSums.a] / areaP) * light - region[q + regionSums.a] / areaQ;
  const rb = (region[p + regionSums.b] / areaP) * light - region[q + regionSums.b] / areaQ;
  out[28] = log(Math.sqrt(ra * ra + rb * rb) / Math.max(1, light));
  out[29] = Math.abs(lp - lq) / (lp + lq + 10);
}

/** A boundary whose regions differ by less (L\*) and whose step is less (L\* a mm) cannot be seen; on the scale of `log`. */
const minDifference = log(1);
const minStep = log(3);

/** Whether nothing is seen of a boundary that `describeBoundary` described: in smooth pictures cells meet where nothing is. */
export function isUnseen(features: Float64Array): boolean {
  return Math.max(features[12], features[13]) < minDifference && Math.max(features[6], features[7]) < minStep;
}
