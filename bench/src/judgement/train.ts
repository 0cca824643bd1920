/** A small network that tells kinds of boundary apart, and how it is trained. */
import { boundaryKinds, featureCount, type ContourWeights } from '@nobrel/core/map/regions';

const kinds = boundaryKinds.length;
const hiddenUnits = 24;

/** Boundaries described, with what they are: rows of `featureCount` numbers, `kinds` shares and a weight. */
const rowLength = featureCount + kinds + 1;
export class Examples {
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

/**
 * Trains by Adam (Kingma & Ba 2015) on minibatches; cross entropy, with a little decay of the weights.
 *
 * @param epochs how often all examples are gone through
 * @param random where the weights begin and in what order the examples come
 */
export function train(examples: Examples, epochs: number, random: () => number): ContourWeights {
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

/** Networks trained on the same examples as a single one, which answers with the geometric mean of their chances. */
export function asOneNetwork(networks: readonly ContourWeights[]): ContourWeights {
  const out = boundaryKinds.flatMap((_, kind) => {
    const rows = networks.map((network) =>
      network.out.slice(kind * (hiddenUnits + 1), (kind + 1) * (hiddenUnits + 1)),
    );
    const mean = (value: number) => value / networks.length;
    const bias = rows.reduce((sum, row) => sum + (row[hiddenUnits] ?? 0), 0);
    return [...rows.flatMap((row) => row.slice(0, hiddenUnits)).map(mean), mean(bias)];
  });
  const [{ mean, spread } = { mean: [], spread: [] }] = networks;
  return { mean, spread, hidden: networks.flatMap(({ hidden }) => hidden), out };
}
