import type { CheckReport } from '../documents/index.js';
import { counted } from '../units/index.js';
import type { RoundFigures } from './decisions.js';

/** The figures of a report that a round keeps. */
export function figuresOf({ lines, placement, summary, doubled }: CheckReport): RoundFigures {
  const hundredths = (value: number) => Math.round(100 * value) / 100;
  const { dx, dy, angleDeg, scale } = placement;
  return {
    meanOffMm: hundredths(summary.meanOff),
    moved: summary.moved,
    missing: summary.missing,
    extra: summary.extra,
    doubled: doubled?.lines.length ?? 0,
    placement: {
      dx: hundredths(dx),
      dy: hundredths(dy),
      angleDeg: hundredths(angleDeg),
      scale: Math.round(1e4 * scale) / 1e4,
    },
    offs: Object.fromEntries(
      lines
        .filter(({ status }) => status !== 'unclear')
        .map(({ id, status, off }) => [id, status === 'missing' ? -1 : hundredths(off)]),
    ),
  };
}

/** How a round compares with the one before it. */
export type Progressed = { better: number; worse: number; found: number; lost: number };

/** A line has become better or worse when it lies nearer or further by more than this, mm: less is the camera's. */
const minChangeMm = 0.4;

/** Which lines lie nearer or further than the round before, and which were drawn since or are gone. */
export function progressedSince(before: RoundFigures, now: RoundFigures): Progressed {
  const progressed: Progressed = { better: 0, worse: 0, found: 0, lost: 0 };
  for (const [id, off] of Object.entries(now.offs)) {
    const was = before.offs[id];
    if (was === undefined) continue;
    if (was < 0 && off >= 0) progressed.found++;
    else if (was >= 0 && off < 0) progressed.lost++;
    else if (off < was - minChangeMm) progressed.better++;
    else if (off > was + minChangeMm) progressed.worse++;
  }
  return progressed;
}

/** The same in words, or null when nothing changed. */
export function sayProgress({ better, worse, found, lost }: Progressed): string | null {
  const says = [
    better > 0 ? `${counted(better, 'line')} nearer` : '',
    worse > 0 ? `${counted(worse, 'line')} further off` : '',
    found > 0 ? `${counted(found, 'line')} drawn that ${found === 1 ? 'was' : 'were'} missing` : '',
    lost > 0 ? `${counted(lost, 'line')} gone` : '',
  ].filter((word) => word !== '');
  return says.length === 0 ? null : `Since the round before: ${says.join(', ')}.`;
}
