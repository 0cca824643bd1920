import { useMemo } from 'react';
import { bytesOfColour, greyByteOfLightness } from '@nobrel/core/colour';
import { pathData, type MapDocument } from '@nobrel/core/documents';
import { lightnessOfColour } from '@nobrel/core/fit';
import { strengthDashes } from '@nobrel/core/sheets';
import {
  lineAt,
  planStrengths,
  regionAt,
  type PaintStage,
  type StrengthsFound,
  type UnderPaint,
} from '@nobrel/core/transfer';
import { useLeafScale } from '../../../leaves/leaf/leaf-scale.js';
import { greyOf, shapePaths } from '../../../leaves/drawn/shape-paths.js';
import * as css from './tools.module.css';
import * as drawnCss from '../../../leaves/drawn/drawn.module.css';

type StrengthsProps = { map: MapDocument; found: StrengthsFound; lineMm: number };

/** The lines told apart by how dark they are to be drawn, with the word in each roomy region. */
export function StrengthsDrawing({ map, found, lineMm }: StrengthsProps) {
  const scale = useLeafScale();
  const { words } = useMemo(() => planStrengths(map, found), [map, found]);
  const paths = useMemo(
    () =>
      Object.entries(strengthDashes).map(([id, { dashMm }]) => ({
        id,
        dash: dashMm?.join(' '),
        d: found.lines
          .filter(({ strength }) => strength === id)
          .map(({ line }) => pathData(line))
          .join(''),
      })),
    [found],
  );
  const troubled = useMemo(
    () =>
      found.lines
        .filter(({ trouble }) => trouble !== null)
        .map(({ line }) => pathData(line))
        .join(''),
    [found],
  );
  return (
    <g data-part="map-drawing">
      <path className={css.troubled} d={troubled} fill="none" strokeWidth={4 / scale} />
      {paths.map(({ id, dash, d }) => (
        <path
          key={id}
          className={drawnCss.mapLine}
          data-part="map-line"
          d={d}
          fill="none"
          strokeWidth={Math.max(lineMm, 1.1 / scale)}
          strokeDasharray={dash}
          strokeLinecap="butt"
        />
      ))}
      {words.map(({ x, y, sizeMm, word }, i) => (
        <text key={i} className={drawnCss.mapNumber} x={x} y={y} fontSize={sizeMm} textAnchor="middle">
          {word}
        </text>
      ))}
    </g>
  );
}

type AsPaintedProps = {
  map: MapDocument;
  found: StrengthsFound;
  under: UnderPaint;
  stage: PaintStage;
  lineMm: number;
  /** Colour of the ground, or of the wash that tones it. */
  groundColour: string;
};

/** The drawing with its paint as it will look: regions in the greys they have by then, lines as far as they still show. */
export function AsPainted({ map, found, under, stage, lineMm, groundColour }: AsPaintedProps) {
  const scale = useLeafScale();
  const ofGround = stage === 'bare' || stage === 'toned';
  const fills = useMemo(() => shapePaths(map), [map]);
  const strokes = useMemo(() => {
    const groups = new Map<number, string[]>();
    for (const own of found.lines) {
      const lightness = Math.round(2 * lineAt(under, own, stage)) / 2;
      groups.set(lightness, [...(groups.get(lightness) ?? []), pathData(own.line)]);
    }
    return [...groups].map(([lightness, paths]) => ({
      lightness,
      // On the ground alone a line is the ground's own colour, darker or lighter.
      stroke: ofGround ? shadeOf(groundColour, lightness) : greyOf(lightness),
      d: paths.join(''),
    }));
  }, [found, under, stage, ofGround, groundColour]);
  return (
    <g>
      <rect {...map.surface} fill={groundColour} />
      {!ofGround &&
        fills.map(({ id, lightness, d }) => (
          <path key={id} d={d} fill={greyOf(regionAt(under, lightness, stage))} fillRule="evenodd" />
        ))}
      {strokes.map(({ lightness, stroke, d }) => (
        <path
          key={lightness}
          d={d}
          fill="none"
          stroke={stroke}
          strokeWidth={Math.max(lineMm, 1.1 / scale)}
          strokeLinecap="round"
        />
      ))}
    </g>
  );
}

/** A colour made so dark or light. */
function shadeOf(colour: string, lightness: number): string {
  const share = greyByteOfLightness(lightness) / Math.max(1, greyByteOfLightness(lightnessOfColour(colour)));
  return `rgb(${bytesOfColour(colour)
    .map((byte) => Math.min(255, Math.round(byte * share)))
    .join(' ')})`;
}
