import { useMemo } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import { findFitFault, layOut } from '@nobrel/core/fit';
import type { Homography } from '@nobrel/core/geometry';
import { PictureOnSurface } from '../../../leaves/drawn/main-picture.js';
import { useMainPicture } from '../../../leaves/drawn/use-reference.js';
import { useDecisions } from '../../../store/use-work.js';
import { piecesOf, pieceToWall } from './pieces.js';
import type { Thrown } from './warped.js';
import * as css from './projection.module.css';

/** A projective map as CSS asks for it: its rows as columns. */
export const matrix3d = (h: Homography) => {
  const [a, b, c, d, e, f, g, i, j] = h;
  return `matrix3d(${[a, d, 0, g, b, e, 0, i, 0, 0, 1, 0, c, f, 0, j].join(',')})`;
};

/** The reference as it lies on the surface, warped as the lines are. */
export function ReferenceOnWall({ map, thrown }: { map: MapDocument; thrown: Thrown }) {
  const fit = useDecisions('fit');
  const { preparation } = useMainPicture();
  const layout = useMemo(() => (findFitFault(fit) ? null : layOut(preparation, fit)), [fit, preparation]);
  if (!layout) return null;
  return (
    <div className={css.wallReference} role="img" aria-label="The reference on the wall">
      {piecesOf(map.surface, thrown).map((piece) => (
        <svg
          key={`${piece.x} ${piece.y}`}
          width={piece.width * thrown.perMm}
          height={piece.height * thrown.perMm}
          viewBox={`${piece.x} ${piece.y} ${piece.width} ${piece.height}`}
          style={{ transform: matrix3d(pieceToWall(piece, thrown)) }}
        >
          <PictureOnSurface layout={layout} />
        </svg>
      ))}
    </div>
  );
}
