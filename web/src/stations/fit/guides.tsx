import { guideLines, type FitDecisions } from '@nobrel/core/fit';
import type { Rect } from '@nobrel/core/geometry';
import { pathOfSegments } from '../../leaves/drawn/grid-lines.js';
import * as css from './fit.module.css';

/** The chosen guides of composition over what is drawn. */
export function Guides({ drawing, guides }: { drawing: Rect; guides: FitDecisions['guides'] }) {
  return (
    <path
      className={css.guides}
      aria-hidden
      d={pathOfSegments(guides.flatMap((kind) => guideLines(kind, drawing)))}
      vectorEffect="non-scaling-stroke"
    />
  );
}
