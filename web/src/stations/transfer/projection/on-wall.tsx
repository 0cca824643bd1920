import { useMemo } from 'react';
import { isTraced, type MapDocument } from '@nobrel/core/documents';
import { findFitFault, layOut } from '@nobrel/core/fit';
import { composed, scaling, type Homography } from '@nobrel/core/geometry';
import type { Screen, WallPicture } from '@nobrel/core/transfer';
import { PictureOnSurface } from '../../../leaves/main-picture.js';
import { greyOf, shapePaths } from '../../../leaves/shape-paths.js';
import { useMainPicture } from '../../../leaves/use-reference.js';
import { useDecisions } from '../../../store/hooks.js';
import { pixelsPerMm, warpedLines, warpedPath } from './warped.js';

type OnWallProps = {
  map: MapDocument;
  picture: WallPicture;
  toPixels: Homography;
  screen: Screen;
  done: ReadonlySet<string>;
};

/** What is thrown onto the wall, brought to its place. */
export function OnWall({ map, picture, toPixels, screen, done }: OnWallProps) {
  const { view, onlyLeft, flash, colour, lineMm, blink } = picture;
  const perMm = pixelsPerMm(map.surface, toPixels);
  // A line narrower than a pixel is lost on its way to the wall.
  const widthPx = Math.max(1, lineMm * perMm);
  const lines = useMemo(
    () => map.lines.filter((line) => isTraced(line) && !(onlyLeft && done.has(line.id))),
    [map, onlyLeft, done],
  );
  const flashing = useMemo(() => new Set(flash), [flash]);
  const paths = useMemo(
    () =>
      warpedLines(
        lines.filter(({ id }) => !flashing.has(id)),
        toPixels,
      ),
    [lines, flashing, toPixels],
  );
  const flashed = useMemo(
    () =>
      warpedLines(
        map.lines.filter(({ id }) => flashing.has(id)),
        toPixels,
      ),
    [map, flashing, toPixels],
  );
  return (
    <div className={blink ? 'on-wall on-wall-blink' : 'on-wall'}>
      {view === 'reference' && <ReferenceOnWall map={map} toPixels={toPixels} perMm={perMm} />}
      <svg width={screen.width} height={screen.height} role="img" aria-label="On the wall">
        {view === 'values' && <ValuesOnWall map={map} toPixels={toPixels} />}
        {view === 'check' && <CheckFigure surface={map.surface} toPixels={toPixels} colour={colour} />}
        {view === 'lines' &&
          paths.map(({ dash, d }) => (
            <path
              key={dash}
              className="wall-line"
              d={d}
              stroke={colour}
              strokeWidth={widthPx}
              strokeDasharray={dashPx(dash, perMm)}
            />
          ))}
        {flashed.map(({ dash, d }) => (
          <path key={dash} className="wall-line wall-flash" d={d} stroke={colour} strokeWidth={3 * widthPx} />
        ))}
      </svg>
    </div>
  );
}

const dashPx = (dash: string, perMm: number) =>
  dash === ''
    ? undefined
    : dash
        .split(' ')
        .map((mm) => Math.max(2, Number(mm) * perMm))
        .join(' ');

function ValuesOnWall({ map, toPixels }: Pick<OnWallProps, 'map' | 'toPixels'>) {
  const fills = useMemo(
    () => shapePaths(map, (points) => warpedPath(points, true, toPixels)),
    [map, toPixels],
  );
  return fills.map(({ id, lightness, d }) => (
    <path key={id} d={d} fill={greyOf(lightness)} fillRule="evenodd" />
  ));
}

/** The reference, warped as a whole: its picture lies on the surface as it does on the leaf. */
function ReferenceOnWall({
  map,
  toPixels,
  perMm,
}: Pick<OnWallProps, 'map' | 'toPixels'> & { perMm: number }) {
  const fit = useDecisions('fit');
  const { preparation } = useMainPicture();
  const layout = useMemo(() => (findFitFault(fit) ? null : layOut(preparation, fit)), [fit, preparation]);
  if (!layout) return null;
  const { width, height } = map.surface;
  const h = composed(toPixels, scaling(1 / perMm, 1 / perMm));
  // The rows of the projective map as the columns CSS asks for.
  const matrix = [h[0], h[3], 0, h[6], h[1], h[4], 0, h[7], 0, 0, 1, 0, h[2], h[5], 0, h[8]];
  return (
    <svg
      className="wall-reference"
      role="img"
      aria-label="The reference on the wall"
      width={width * perMm}
      height={height * perMm}
      viewBox={`0 0 ${width} ${height}`}
      style={{ transform: `matrix3d(${matrix.join(',')})` }}
    >
      <PictureOnSurface layout={layout} />
    </svg>
  );
}

type CheckFigureProps = { surface: { width: number; height: number }; toPixels: Homography; colour: string };

/** The outline of the surface, its diagonals, a cross and circles: what shows whether the picture is true. */
function CheckFigure({ surface, toPixels, colour }: CheckFigureProps) {
  const { width: w, height: h } = surface;
  const circle = (x: number, y: number, radius: number) =>
    Array.from({ length: 96 }, (_, k): [number, number] => {
      const angle = (2 * Math.PI * k) / 96;
      return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)];
    });
  const radius = Math.min(w, h) / 8;
  const runs: { points: [number, number][]; closed: boolean }[] = [
    {
      points: [
        [0, 0],
        [w, 0],
        [w, h],
        [0, h],
      ],
      closed: true,
    },
    {
      points: [
        [0, 0],
        [w, h],
      ],
      closed: false,
    },
    {
      points: [
        [0, h],
        [w, 0],
      ],
      closed: false,
    },
    {
      points: [
        [w / 2, 0],
        [w / 2, h],
      ],
      closed: false,
    },
    {
      points: [
        [0, h / 2],
        [w, h / 2],
      ],
      closed: false,
    },
    { points: circle(w / 2, h / 2, 2 * radius), closed: true },
    ...[
      [radius, radius],
      [w - radius, radius],
      [w - radius, h - radius],
      [radius, h - radius],
    ].map(([x = 0, y = 0]) => ({ points: circle(x, y, radius), closed: true })),
  ];
  return (
    <path
      className="wall-line"
      d={runs.map(({ points, closed }) => warpedPath(points, closed, toPixels)).join('')}
      stroke={colour}
      strokeWidth={1.5}
    />
  );
}
