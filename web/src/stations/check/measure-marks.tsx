import type { Measured, MeasureKind } from '@nobrel/core/check';
import type { Point } from '@nobrel/core/geometry';
import { useLeafScale } from '../../leaves/leaf/leaf-scale.js';
import * as css from './check.module.css';

type MeasureMarksProps = { measured: Measured; side: 'wanted' | 'drawn' };

/** A check as it is on the map, and on the drawing as it was drawn over it. */
export function MeasureMarks({ measured: { measure, drawn }, side }: MeasureMarksProps) {
  const scale = useLeafScale();
  const figure = (at: readonly Point[], of: MeasureMarksProps['side']) => (
    <g className={of === 'wanted' ? css.measureWanted : css.measureDrawn} data-part={`measure-${of}`}>
      <path d={outlineOf(measure.kind, at)} strokeWidth={2 / scale} />
      <path
        d={helpLinesOf(measure.kind, at)}
        strokeWidth={1.2 / scale}
        strokeDasharray={`${5 / scale} ${4 / scale}`}
      />
      {at.map(({ x, y }, k) => (
        <circle key={k} cx={x} cy={y} r={4 / scale} />
      ))}
    </g>
  );
  return (
    <g className={css.measureMarks} aria-hidden>
      {figure(measure.at, 'wanted')}
      {side === 'drawn' && drawn && figure(drawn.at, 'drawn')}
    </g>
  );
}

const line = (a: Point | undefined, b: Point | undefined) => (a && b ? `M${a.x} ${a.y}L${b.x} ${b.y}` : '');

/** What is measured. */
function outlineOf(kind: MeasureKind, [a, b, c, d, ...more]: readonly Point[]): string {
  if (kind === 'space' || kind === 'triangle') {
    const corners = [a, b, c, d, ...more].filter((corner) => corner !== undefined);
    return corners.length < 3 ? line(a, b) : `M${corners.map(({ x, y }) => `${x} ${y}`).join('L')}Z`;
  }
  if (kind === 'proportion') return line(a, b) + line(c, d);
  if (kind === 'plumb') return a && b ? line({ x: a.x, y: b.y }, b) : '';
  if (kind === 'level') return a && b ? line({ x: b.x, y: a.y }, b) : '';
  if (kind === 'bow') return c ? line(footOf(a, b, c), c) : line(a, b);
  if (kind === 'centre') return line(c && footOf(a, b, c), c) + line(d && footOf(a, b, d), d);
  return line(a, b);
}

/** What it is measured against: level and plumb lines, chords, the centre line. */
function helpLinesOf(kind: MeasureKind, [a, b]: readonly Point[]): string {
  if (!a || !b) return '';
  if (kind === 'angle') return line(a, { x: b.x, y: a.y });
  if (kind === 'plumb') return line(a, { x: a.x, y: b.y });
  if (kind === 'level') return line(a, { x: b.x, y: a.y });
  return kind === 'bow' || kind === 'centre' ? line(a, b) : '';
}

/** Where the line through two places is nearest to a third. */
function footOf(a: Point | undefined, b: Point | undefined, p: Point): Point {
  if (!a || !b) return p;
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const along = ((p.x - a.x) * dx + (p.y - a.y) * dy) / (dx * dx + dy * dy || 1);
  return { x: a.x + along * dx, y: a.y + along * dy };
}
