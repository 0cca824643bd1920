import { memo, useMemo } from 'react';
import { greyByteOfLightness } from '@nobrel/core/colour';
import { dashOf, isTraced, pathData, type MapDocument, type MapLine } from '@nobrel/core/documents';
import { useLeafScale } from './leaf-scale.js';

type MapDrawingProps = {
  map: MapDocument;
  /** Width of the drawn line, mm. */
  lineMm: number;
  /** Fills the shapes with the grey of their value. */
  greys?: boolean;
};

/** A map on a leaf: its traced lines, and the values as greys on demand. */
export const MapDrawing = memo(function MapDrawing({ map, lineMm, greys = false }: MapDrawingProps) {
  const scale = useLeafScale();
  const fills = useMemo(() => (greys ? shapePaths(map) : []), [map, greys]);
  // Lines of one look are one path: a map of hundreds of lines stays quick to pan.
  const strokes = useMemo(() => groupedPaths(map), [map]);
  return (
    <g className="map-drawing">
      {fills.map(({ id, grey, d }) => (
        <path key={id} d={d} fill={`rgb(${grey} ${grey} ${grey})`} fillRule="evenodd" stroke="none" />
      ))}
      {strokes.map(({ dash, d }) => (
        <path
          key={dash ?? 'whole'}
          className="map-line"
          d={d}
          fill="none"
          strokeWidth={Math.max(lineMm, 1.1 / scale)}
          strokeLinecap="round"
          strokeLinejoin="round"
          {...(dash === null ? {} : { strokeDasharray: dash })}
        />
      ))}
    </g>
  );
});

function groupedPaths(map: MapDocument): { dash: string | null; d: string }[] {
  const groups = new Map<string | null, string[]>();
  for (const line of map.lines.filter(isTraced)) {
    const dash = dashOf(line)?.join(' ') ?? null;
    groups.set(dash, [...(groups.get(dash) ?? []), pathData(line)]);
  }
  return [...groups].map(([dash, paths]) => ({ dash, d: paths.join('') }));
}

function shapePaths(map: MapDocument): { id: string; grey: number; d: string }[] {
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  const lightness = new Map(map.values.map((value) => [value.level, value.lightness]));
  return map.shapes.map((shape) => ({
    id: shape.id,
    grey: greyByteOfLightness(lightness.get(shape.level) ?? 50),
    d: shape.rings.map((ring) => ringData(ring, lines)).join(''),
  }));
}

function ringData(ring: { line: string; reversed: boolean }[], lines: ReadonlyMap<string, MapLine>): string {
  const points = ring.flatMap(({ line, reversed }) => {
    const run = lines.get(line)?.points ?? [];
    return reversed ? [...run].reverse() : run;
  });
  return pathData({ points, closed: true });
}
