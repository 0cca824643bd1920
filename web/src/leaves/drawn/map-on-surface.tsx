import type { MapDocument } from '@nobrel/core/documents';
import type { SizeMm } from '@nobrel/core/units';
import { MapDrawing } from './map-drawing.js';
import { SurfaceSheet } from './surface-sheet.js';

type MapOnSurfaceProps = {
  surface: SizeMm;
  /** Missing while it is being fetched, or not made yet. */
  map: MapDocument | undefined;
  lineMm: number;
};

/** A map over the blank surface. */
export function MapOnSurface({ surface, map, lineMm }: MapOnSurfaceProps) {
  return (
    <>
      <SurfaceSheet width={surface.widthMm} height={surface.heightMm} />
      {map && <MapDrawing map={map} lineMm={lineMm} />}
    </>
  );
}
