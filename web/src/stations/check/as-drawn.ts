import type { CheckReport, MapDocument } from '@nobrel/core/documents';

/** The transformation of SVG that carries the map to where the drawing as a whole lies. */
export function asDrawn(
  { dx, dy, angleDeg, scale }: CheckReport['placement'],
  { width, height }: MapDocument['surface'],
): string {
  return `translate(${width / 2 + dx} ${height / 2 + dy}) rotate(${angleDeg}) scale(${scale}) translate(${-width / 2} ${-height / 2})`;
}
