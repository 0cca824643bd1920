import { regionSums, type ContourGraph } from './contour-graph.js';
import type { ContourWeights } from './contour-model.js';
import { contourWeights } from './contour-weights.js';
import { greyContourWeights } from './grey-contour-weights.js';

/** A picture of less mean chroma than this (a\*b\*) is in black and white: a toned print, or a scan of one, has less. */
const minChroma = 1.5;

/**
 * The weights to judge a picture by. In black and white a contour is not told from the edge of a shadow by its colour, so
 * that other weights are wanted, learned on such pictures too.
 */
export function weightsFor({ region }: Pick<ContourGraph, 'region'>): ContourWeights {
  let [chroma, area] = [0, 0];
  for (let at = 0; at < region.length; at += regionSums.count) {
    chroma += Math.hypot(region[at + regionSums.a], region[at + regionSums.b]);
    area += region[at + regionSums.area];
  }
  return chroma < minChroma * area ? greyContourWeights : contourWeights;
}
