import type { Rect } from '../../geometry/index.js';
import type { Areas, Marked } from '../weight/index.js';
import { onSurfaceAt } from './anchors.js';
import type { BrushKind, Correction } from './corrections.js';

type Stroke = { points: { x: number; y: number }[]; radiusMm: number };

/** The areas the painter has marked with the brush, as questions about places of the surface. */
export function markedAreas(corrections: readonly Correction[], picture: Rect): Areas {
  const of = (kind: BrushKind): Marked | null => {
    const strokes = corrections.flatMap((correction): Stroke[] =>
      correction.does === 'brush' && correction.kind === kind
        ? [{ points: correction.path.map((at) => onSurfaceAt(at, picture)), radiusMm: correction.radiusMm }]
        : [],
    );
    return strokes.length === 0 ? null : (x, y) => strokes.some((stroke) => covers(stroke, x, y));
  };
  return { focal: of('focal'), quiet: of('quiet'), excluded: of('exclude') };
}

/** Whether a round brush drawn along a stroke has passed over a place. */
function covers({ points, radiusMm }: Stroke, x: number, y: number): boolean {
  const [first] = points;
  if (points.length === 1) return Math.hypot(first.x - x, first.y - y) <= radiusMm;
  return points.some((b, i) => {
    if (i === 0) return false;
    const a = points[i - 1];
    const dx = b.x - a.x;
    const dy = b.y - a.y;
    const squared = dx * dx + dy * dy;
    const t = squared > 0 ? Math.min(1, Math.max(0, ((x - a.x) * dx + (y - a.y) * dy) / squared)) : 0;
    return Math.hypot(x - a.x - t * dx, y - a.y - t * dy) <= radiusMm;
  });
}
