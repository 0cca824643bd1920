/**
 * Which runs of a raster hang together: a union of runs with those they touch in the row above (after Rosenfeld & Pfaltz
 * 1966).
 *
 * @param from the first pixel of each run, pixels side by side in one row, in reading order
 * @param to the pixel behind its last
 * @param width of the raster, pixels
 * @param corners whether runs that touch by a corner only hang together too
 * @param alike whether two runs that touch belong together; all do when not given
 * @returns for each run the first run, in reading order, of those it hangs together with
 */
export function joinRuns(
  from: ArrayLike<number>,
  to: ArrayLike<number>,
  width: number,
  corners: boolean,
  alike: (one: number, other: number) => boolean = () => true,
): Int32Array {
  const parent = Int32Array.from({ length: from.length }, (_, run) => run);
  const rootOf = (run: number): number => {
    let at = run;
    while (parent[at] !== at) at = parent[at] = parent[parent[at]];
    return at;
  };
  const reach = corners ? 1 : 0;
  let [above, firstOfRow, row] = [0, 0, -1];
  for (let run = 0; run < from.length; run++) {
    const own = Math.floor(from[run] / width);
    if (own !== row) {
      above = own === row + 1 ? firstOfRow : run;
      firstOfRow = run;
      row = own;
    }
    while (above < firstOfRow && to[above] + width + reach <= from[run]) above++;
    for (let other = above; other < firstOfRow && from[other] + width < to[run] + reach; other++) {
      if (!alike(run, other)) continue;
      const [a, b] = [rootOf(run), rootOf(other)];
      if (a < b) parent[b] = a;
      else parent[a] = b;
    }
  }
  for (let run = 0; run < parent.length; run++) parent[run] = parent[parent[run]];
  return parent;
}
