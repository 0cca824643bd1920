/** The largest side of a surface, mm: a wall. */
export const longestSideMm = 20_000;
/** The smallest side of a surface, mm: a miniature. */
export const shortestSideMm = 10;
