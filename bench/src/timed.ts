/** Median time of some rounds, milliseconds; the first round warms up and does not count. */
export function timed(work: () => void, rounds = 5): number {
  const times: number[] = [];
  for (let i = 0; i <= rounds; i++) {
    const start = performance.now();
    work();
    if (i > 0) times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b)[rounds >> 1] ?? NaN;
}
