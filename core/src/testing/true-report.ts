import type { CheckReport } from '../documents/index.js';

/** The report of a drawing in which nothing is wrong, and no line was looked at, but for the fields given. */
export const trueReport = (fields: Partial<CheckReport> = {}): CheckReport => ({
  format: 'nobrel-check',
  version: 1,
  units: 'mm',
  paper: {
    found: 'auto',
    corners: [
      [0, 0],
      [3000, 0],
      [3000, 2400],
      [0, 2400],
    ],
  },
  placement: { dx: 0, dy: 0, angleDeg: 0, scale: 1 },
  lines: [],
  parts: [],
  extra: [],
  ellipses: [],
  slip: null,
  doubled: null,
  summary: { meanOff: 0, p95Off: 0, moved: 0, missing: 0, extra: 0 },
  ...fields,
});
