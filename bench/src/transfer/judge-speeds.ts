/**
 * How well own speeds are learned from timed sittings, on simulated painters: the estimate of the next work against what
 * it took, after so many works, beside the standard figures.
 *
 *     node bench/dist/transfer/judge-speeds.js [--painters 300]
 */
import { parseArgs } from 'node:util';
import { simulatedPainter } from '@nobrel/core/testing';
import { estimateMinutes, fitSpeeds, standardMinutes, type TimedWork } from '@nobrel/core/transfer';

const { values } = parseArgs({ options: { painters: { type: 'string', default: '300' } } });

const median = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1] ?? NaN;
const sum = (sittings: readonly TimedWork[], of: (sitting: TimedWork) => number) =>
  sittings.reduce((all, sitting) => all + of(sitting), 0);

type Judged = { own: number; standard: number; held: boolean };
/** By how many works were timed before. */
const judged = new Map<number, Judged[]>();
const asked = [0, 1, 2, 3, 5, 8, 12] as const;
for (let seed = 0; seed < Number(values.painters); seed++) {
  const painter = simulatedPainter(seed);
  const timed: TimedWork[] = [];
  for (let works = 0; works <= 12; works++) {
    const next = painter.workOn();
    const [first] = next;
    if (!first) continue;
    const whole = {
      ...first,
      metres: sum(next, ({ metres }) => metres),
      lifts: sum(next, ({ lifts }) => lifts),
      readyMinutes: sum(next, ({ readyMinutes }) => readyMinutes),
    };
    // What the work took, without a night the watch was left running.
    const took = sum(next, ({ minutes }) => (minutes > 400 ? minutes - 400 : minutes));
    const { minutes, low, high } = estimateMinutes(whole, fitSpeeds(timed));
    const list = judged.get(works) ?? [];
    list.push({
      own: Math.abs(minutes / took - 1),
      standard: Math.abs(standardMinutes(whole) / took - 1),
      held: took >= low && took <= high,
    });
    judged.set(works, list);
    timed.push(...next);
  }
}
console.log('works before   own, median   standard, median   own / standard   80 % interval holds');
for (const works of asked) {
  const list = judged.get(works) ?? [];
  const own = median(list.map((each) => each.own));
  const standard = median(list.map((each) => each.standard));
  const held = list.filter(({ held }) => held).length / list.length;
  console.log(
    [
      String(works).padStart(12),
      `${(100 * own).toFixed(1)} %`.padStart(13),
      `${(100 * standard).toFixed(1)} %`.padStart(18),
      (own / standard).toFixed(2).padStart(16),
      `${(100 * held).toFixed(1)} %`.padStart(21),
    ].join(' '),
  );
}
