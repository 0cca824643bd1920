/**
 * How true a map is, on scenes whose boundaries are known, under the conditions real pictures come in.
 * Arguments: number of seeds (3), then the conditions to try (all).
 */
import { sceneConditions, type MapAccuracy } from '@nobrel/core/testing';
import { accuracyUnder } from './accuracy-under.js';

const seeds = Number(process.argv[2] ?? 3);
const conditions = sceneConditions.filter((name) => process.argv.length < 4 || process.argv.includes(name));

const columns: [keyof MapAccuracy, string, number][] = [
  ['recall', 'recall', 4],
  ['precision', 'precis.', 4],
  ['hardMean', 'hard', 3],
  ['hard95', 'hard95', 3],
  ['softMean', 'soft', 3],
  ['lostLength', 'lost mm', 1],
  ['doubled', 'doubled', 4],
  ['dangling', 'dangl.', 0],
  ['directionDeg', 'dir °', 2],
  ['qualityRight', 'told', 3],
  ['openRings', 'open', 0],
  ['verticesPerMetre', 'pts/m', 0],
];
const row = (name: string, cells: string[]) =>
  [name.padEnd(20), ...cells.map((cell) => cell.padStart(9))].join('');

console.log(
  row(
    '',
    columns.map(([, title]) => title),
  ),
);
for (const path of ['curved', 'straight'] as const) {
  const all: MapAccuracy[] = [];
  for (const condition of conditions) {
    for (let seed = 1; seed <= seeds; seed++) {
      const found = await accuracyUnder(condition, seed, path);
      all.push(found);
      console.log(
        row(
          `${path} ${condition} ${seed}`,
          columns.map(([key, , digits]) => found[key].toFixed(digits)),
        ),
      );
    }
  }
  const means = columns.map(([key, , digits]) =>
    (all.reduce((sum, found) => sum + found[key], 0) / all.length).toFixed(digits),
  );
  console.log(row(`${path}: mean`, means));
}
