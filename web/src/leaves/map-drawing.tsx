import { memo, useMemo } from 'react';
import { greyByteOfLightness } from '@nobrel/core/colour';
import { dashOf, isTraced, pathData, type MapDocument, type MapLine } from '@nobrel/core/documents';
import { ringPoints } from '@nobrel/core/map';
import { useLeafScale } from './leaf-scale.js';

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
    <g className="map-drawing">
      {fills.map(({ id, grey, d }) => (
        <path key={id} d={d} fill={`rgb(${grey} ${grey} ${grey})`} fillRule="evenodd" stroke="none" />
      ))}
      {strokes.map(({ look, dash, d }) => (
        <path
          key={`${look} ${dash ?? 'whole'}`}
          className={`map-line map-line-${look}`}
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
          className="map-number"
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

function shapePaths(map: MapDocument): { id: string; grey: number; d: string }[] {
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  const lightness = new Map(map.values.map((value) => [value.level, value.lightness]));
  return map.shapes.map((shape) => ({
    id: shape.id,
    grey: greyByteOfLightness(lightness.get(shape.level) ?? 50),
    d: ringPoints(shape, lines)
      .map((points) => pathData({ points, closed: true }))
      .join(''),
  }));
}

/** A number's height against the breadth of its shape, and its limits, mm. */
const numberShare = 0.5;
const leastNumberMm = 2;
const mostNumberMm = 8;

function shapeNumbers(map: MapDocument) {
  const lines = new Map(map.lines.map((line) => [line.id, line]));
  return map.shapes.flatMap((shape) => {
    const rings = ringPoints(shape, lines);
    if ((rings[0]?.length ?? 0) < 3) return [];
    const { x, y, breadth } = roomiestRow(rings);
    const sizeMm = Math.min(mostNumberMm, Math.max(leastNumberMm, numberShare * breadth));
    return [{ id: shape.id, level: shape.level, x, y, sizeMm }];
  });
}

/** Of some rows across a shape the middle of the widest stretch inside it. */
function roomiestRow(rings: readonly (readonly [number, number])[][]): {
  x: number;
  y: number;
  breadth: number;
} {
  const ys = (rings[0] ?? []).map(([, y]) => y);
  const top = Math.min(...ys);
  const height = Math.max(...ys) - top;
  let best = { x: rings[0]?.[0]?.[0] ?? 0, y: top + height / 2, breadth: 0 };
  for (let k = 1; k < 12; k++) {
    const y = top + (height * k) / 12;
    const crossings = rings.flatMap((ring) =>
      ring.flatMap(([ax, ay], i) => {
        const [bx, by] = ring[(i + 1) % ring.length] ?? [ax, ay];
        return ay > y !== by > y ? [ax + ((bx - ax) * (y - ay)) / (by - ay)] : [];
      }),
    );
    crossings.sort((a, b) => a - b);
    for (let i = 0; i + 1 < crossings.length; i += 2) {
      const [from = 0, to = 0] = crossings.slice(i, i + 2);
      // A number near the top or bottom of a shape has less room than its row is wide.
      const breadth = Math.min(to - from, 2 * Math.min(y - top, top + height - y));
      if (breadth > best.breadth) best = { x: (from + to) / 2, y, breadth };
    }
  }
  return best;
}

/** Some lines of a map, laid over it so that they stand out: those in hand, or those that would be added. */
export function LinesMarked({ lines, kind }: { lines: readonly MapLine[]; kind: 'inHand' | 'added' }) {
  const scale = useLeafScale();
  if (lines.length === 0) return null;
  return (
    <path
      className={`line-marked line-marked-${kind}`}
      d={lines.map(pathData).join('')}
      fill="none"
      strokeWidth={(kind === 'inHand' ? 4 : 3) / scale}
      strokeLinecap="round"
    />
  );
}
