import { featureCount } from './features.js';

/** Weights of a small network: numbers in, chances of the kinds of boundary out. */
export type ContourWeights = {
  /** Mean and spread of each number over the scenes learned on. */
  mean: readonly number[];
  spread: readonly number[];
  /** First layer, a row of `featureCount` + 1 for each hidden unit, the last its bias; units come in fours. */
  hidden: readonly number[];
  /** Second layer, a row of hidden units + 1 for each kind. */
  out: readonly number[];
};

/** Kinds of boundary told apart. */
export const boundaryKinds = ['nothing', 'contour', 'shading'] as const;
const kinds = boundaryKinds.length;

/** Judges boundaries by learned weights. */
export class ContourModel {
  private readonly hiddenCount: number;
  private readonly hidden: Float64Array;
  private readonly out: Float64Array;
  private readonly active: Float64Array;
  /** Chances of each kind after `judge`, which add up to 1. */
  readonly chance = new Float64Array(kinds);

  constructor(weights: ContourWeights) {
    const { mean, spread, hidden, out } = weights;
    this.hiddenCount = hidden.length / (featureCount + 1);
    // Taking the mean off and dividing by the spread is folded into the first layer.
    this.hidden = Float64Array.from(hidden);
    for (let h = 0; h < this.hiddenCount; h++) {
      const row = h * (featureCount + 1);
      for (let k = 0; k < featureCount; k++) {
        const weight = hidden[row + k] / spread[k];
        this.hidden[row + k] = weight;
        this.hidden[row + featureCount] -= weight * mean[k];
      }
    }
    this.out = Float64Array.from(out);
    this.active = new Float64Array(this.hiddenCount);
  }

  /** Chances of what a boundary is, into `chance`. */
  judge(features: Float64Array): void {
    const { hidden, out, active, hiddenCount, chance } = this;
    // Four units at a time: their sums do not wait for each other.
    const row = featureCount + 1;
    for (let h = 0, at = 0; h < hiddenCount; h += 4, at += 4 * row) {
      let s0 = hidden[at + featureCount];
      let s1 = hidden[at + row + featureCount];
      let s2 = hidden[at + 2 * row + featureCount];
      let s3 = hidden[at + 3 * row + featureCount];
      for (let k = 0, i = at; k < featureCount; k++, i++) {
        const feature = features[k];
        s0 += hidden[i] * feature;
        s1 += hidden[i + row] * feature;
        s2 += hidden[i + 2 * row] * feature;
        s3 += hidden[i + 3 * row] * feature;
      }
      active[h] = s0 > 0 ? s0 : 0.1 * s0;
      active[h + 1] = s1 > 0 ? s1 : 0.1 * s1;
      active[h + 2] = s2 > 0 ? s2 : 0.1 * s2;
      active[h + 3] = s3 > 0 ? s3 : 0.1 * s3;
    }
    let total = 0;
    for (let kind = 0, at = 0; kind < kinds; kind++) {
      let sum = 0;
      for (let h = 0; h < hiddenCount; h++) sum += out[at++] * active[h];
      sum += out[at++];
      const share = Math.exp(Math.min(30, Math.max(-30, sum)));
      chance[kind] = share;
      total += share;
    }
    for (let kind = 0; kind < kinds; kind++) chance[kind] /= total;
  }
}
