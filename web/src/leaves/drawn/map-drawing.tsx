import { memo, useMemo } from 'react';
import { dashOf, isTraced, pathData, type MapDocument, type MapLine } from '@nobrel/core/documents';
import { shapeNumbers } from '@nobrel/core/map';
import { useLeafScale } from '../leaf/leaf-scale.js';
import { greyOf, shapePaths } from './shape-paths.js';
import * as css from './drawn.module.css';

/** How a map is shown: its lines, over the values as greys or numbers, or with every edge by its quality. */
export const mapShows = ['lines', 'greys', 'numbers', 'edges'] as const;
export type MapShow = (typeof mapShows)[number];

type MapDrawingProps = {
  map: MapDocument;
  /** Width of the drawn line, mm. */
  lineMm: number;
  show?: MapShow;
  /** Colour of the lines, where another than graphite is wanted. */
  ink?: string;
};

/** A map on a leaf: its lines, and its values on demand. */
export const MapDrawing = memo(function MapDrawing({ map, lineMm, show = 'lines', ink }: MapDrawingProps) {
  const scale = useLeafScale();
  const fills = useMemo(() => (show === 'greys' ? shapePaths(map) : []), [map, show]);
  const numbers = useMemo(() => (show === 'numbers' ? shapeNumbers(map) : []), [map, show]);
  // Lines of one look are one path: a map of hundreds of lines stays quick to pan.
  const strokes = useMemo(() => groupedPaths(map, show === 'edges'), [map, show]);
  return (
    <g data-part="map-drawing">
      {fills.map(({ id, lightness, d }) => (
        <path key={id} d={d} fill={greyOf(lightness)} fillRule="evenodd" stroke="none" />
      ))}
      {strokes.map(({ look, dash, d }) => (
        <path
          key={`${look} ${dash ?? 'whole'}`}
          className={css.mapLine}
          data-part="map-line"
          data-drawn-as={look}
          d={d}
          fill="none"
          strokeWidth={Math.max(look === 'direction' ? 0.6 * lineMm : lineMm, 1.1 / scale)}
          strokeLinecap="round"
          strokeLinejoin="round"
          {...(dash === null ? {} : { strokeDasharray: dash })}
          {...(ink === undefined ? {} : { style: { stroke: ink } })}
        />
      ))}
      {numbers.map(({ id, level, x, y, sizeMm }) => (
        <text
          key={id}
          className={css.mapNumber}
          x={x}
          y={y}
          fontSize={sizeMm}
          textAnchor="middle"
          dominantBaseline="central"
        >
          {level + 1}
        </text>
      ))}
    </g>
  );
});

/** How a line is drawn beside its dash. */
type Look = 'drawn' | 'direction' | 'guide' | 'lost';

function lookOf(line: MapLine, lost: boolean): Look | null {
  if (line.kind === 'guide') return 'guide';
  if (isTraced(line)) return line.kind === 'direction' ? 'direction' : 'drawn';
  return lost && line.kind === 'boundary' && line.edge === 'lost' ? 'lost' : null;
}

function groupedPaths(map: MapDocument, lost: boolean): { look: Look; dash: string | null; d: string }[] {
  const groups = new Map<string, { look: Look; dash: string | null; paths: string[] }>();
  for (const line of map.lines) {
    const look = lookOf(line, lost);
    if (look === null) continue;
    const dash = look === 'lost' ? '0.2 2.4' : (dashOf(line)?.join(' ') ?? null);
    const key = `${look} ${dash ?? ''}`;
    const group = groups.get(key) ?? { look, dash, paths: [] };
    group.paths.push(pathData(line));
    groups.set(key, group);
  }
  return [...groups.values()].map(({ look, dash, paths }) => ({ look, dash, d: paths.join('') }));
}

/** Some lines of a map, laid over it so that they stand out: those in hand, or those that would be added. */
export function LinesMarked({ lines, kind }: { lines: readonly MapLine[]; kind: 'inHand' | 'added' }) {
  const scale = useLeafScale();
  if (lines.length === 0) return null;
  return (
    <path
      className={css.lineMarked}
      data-part="line-marked"
      data-kind={kind}
      d={lines.map(pathData).join('')}
      fill="none"
      strokeWidth={(kind === 'inHand' ? 4 : 3) / scale}
      strokeLinecap="round"
    />
  );
}
