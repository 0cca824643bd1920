import { useEffect, useMemo, useState } from 'react';
import type { MapDocument } from '@nobrel/core/documents';
import { findFitFault, gridOf, layOut } from '@nobrel/core/fit';
import { composed, inverted, type Point, type Rect } from '@nobrel/core/geometry';
import { dotsOn, type Screen, type WallPicture } from '@nobrel/core/transfer';
import { greyOf, shapePaths } from '../../../leaves/drawn/shape-paths.js';
import { useMainPicture } from '../../../leaves/drawn/use-reference.js';
import { useDecisions } from '../../../store/use-work.js';
import { CheckFigure } from './check-figure.js';
import { matrix3d, ReferenceOnWall } from './reference-on-wall.js';
import { asPaths, warpedLines, warpedPath, type Thrown, type WarpedLine } from './warped.js';
import { clsx } from 'clsx';
import * as css from './projection.module.css';

type OnWallProps = {
  map: MapDocument;
  picture: WallPicture;
  thrown: Thrown;
  /** The part of the surface that is shown. */
  part: Rect;
  screen: Screen;
  done: ReadonlySet<string>;
  /** The projector's own pixels; this window's where it is the projector's. */
  pixels?: Screen;
  /** Where a pixel of the projector lies in this window; the same where this window is its picture. */
  onPixel?: ((px: Point) => Point) | undefined;
};

/** What is thrown onto the wall, brought to its place. */
export function OnWall(props: OnWallProps) {
  const { map, picture, part, screen, done, pixels = screen, onPixel } = props;
  // While it is being placed what was drawn is warped as a whole; it is drawn anew once it rests.
  const thrown = useSettled(props.thrown);
  const isMoving = thrown !== props.thrown;
  const { view, blank, flash, colour, lineMm, blink, grid, brightness, crosses } = picture;
  // A line narrower than a pixel is lost on its way to the wall.
  const widthPx = Math.max(1, lineMm * thrown.perMm);
  const all = useMemo(() => warpedLines(map, thrown), [map, thrown]);
  const flashing = useMemo(() => new Set(flash), [flash]);
  return (
    <div
      className={clsx(css.onWall, blink && !blank && css.onWallBlink)}
      data-part="on-wall"
      style={{
        opacity: brightness,
        // Still there, so that it shows again within a frame.
        ...(blank ? { visibility: 'hidden' } : {}),
        ...(isMoving && view !== 'dots' ? { transform: warpFrom(thrown, props.thrown) } : {}),
      }}
    >
      {view === 'reference' && <ReferenceOnWall map={map} thrown={thrown} />}
      <svg width={screen.width} height={screen.height} role="img" aria-label="On the wall">
        {view === 'values' && <ValuesOnWall map={map} thrown={thrown} />}
        {view === 'check' && <CheckFigure part={part} thrown={thrown} colour={colour} />}
        {view === 'dots' && <Dots screen={pixels} onPixel={onPixel} />}
        {view === 'lines' && <LinesOnWall all={all} {...{ picture, done, flashing, thrown, widthPx }} />}
        {grid && view !== 'dots' && <GridOnWall thrown={thrown} colour={colour} />}
        {view === 'lines' &&
          crosses.map((at) => (
            <CrossOnWall key={`${at.x} ${at.y}`} at={at} {...{ thrown, colour, widthPx }} />
          ))}
        {asPaths(all.filter(({ id }) => flashing.has(id))).map(({ dash, d }) => (
          <path
            key={dash}
            className={clsx(css.wallLine, css.wallFlash)}
            data-part="wall-line"
            data-kind="flash"
            d={d}
            stroke={colour}
            strokeWidth={3 * widthPx}
          />
        ))}
      </svg>
    </div>
  );
}

/** What is placed rests when it was not moved for so long. */
const restMs = 300;

/** A value once it has rested. */
function useSettled<T>(value: T): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    if (settled === value) return undefined;
    const timer = setTimeout(() => setSettled(value), restMs);
    return () => clearTimeout(timer);
  }, [value, settled]);
  return settled;
}

/** How a window that shows one plane comes to show another, for CSS. */
const warpFrom = (from: Thrown, to: Thrown) => matrix3d(composed(to.plane, inverted(from.plane)));

type LinesOnWallProps = Pick<OnWallProps, 'picture' | 'done' | 'thrown'> & {
  all: readonly WarpedLine[];
  flashing: ReadonlySet<string>;
  widthPx: number;
};

function LinesOnWall({ all, picture, done, flashing, thrown, widthPx }: LinesOnWallProps) {
  const { onlyLeft, extent, among, colour } = picture;
  const paths = useMemo(() => {
    const wanted = extent === 'all' ? null : new Set(among);
    return asPaths(
      all.filter(({ id }) => !flashing.has(id) && !(onlyLeft && done.has(id)) && (!wanted || wanted.has(id))),
    );
  }, [all, extent, among, flashing, onlyLeft, done]);
  return paths.map(({ dash, d }) => (
    <path
      key={dash}
      className={css.wallLine}
      data-part="wall-line"
      d={d}
      stroke={colour}
      strokeWidth={widthPx}
      strokeDasharray={dashPx(dash, thrown.perMm)}
    />
  ));
}

const dashPx = (dash: string, perMm: number) =>
  dash === ''
    ? undefined
    : dash
        .split(' ')
        .map((mm) => Math.max(2, Number(mm) * perMm))
        .join(' ');

function ValuesOnWall({ map, thrown }: Pick<OnWallProps, 'map' | 'thrown'>) {
  const fills = useMemo(() => shapePaths(map, (points) => warpedPath(points, true, thrown)), [map, thrown]);
  return fills.map(({ id, lightness, d }) => (
    <path key={id} d={d} fill={greyOf(lightness)} fillRule="evenodd" />
  ));
}

/** The dots a projector is calibrated with from a photograph. */
function Dots({ screen, onPixel = (px) => px }: Pick<OnWallProps, 'screen' | 'onPixel'>) {
  return dotsOn(screen).map(({ x, y, radiusPx, column, row }) => {
    const at = onPixel({ x, y });
    const rim = onPixel({ x: x + radiusPx, y });
    return (
      <circle
        key={`${column} ${row}`}
        cx={at.x}
        cy={at.y}
        r={Math.hypot(rim.x - at.x, rim.y - at.y)}
        fill="#fff"
      />
    );
  });
}

/** The squares of the grid, as they would be drawn on the surface. */
function GridOnWall({ thrown, colour }: { thrown: Thrown; colour: string }) {
  const fit = useDecisions('fit');
  const { preparation } = useMainPicture();
  const d = useMemo(() => {
    if (findFitFault(fit)) return '';
    const { drawing } = layOut(preparation, fit);
    const { xs, ys } = gridOf(drawing, fit.grid);
    const runs = [
      ...xs.map((x): [number, number][] => [
        [x, drawing.y],
        [x, drawing.y + drawing.height],
      ]),
      ...ys.map((y): [number, number][] => [
        [drawing.x, y],
        [drawing.x + drawing.width, y],
      ]),
    ];
    return runs.map((points) => warpedPath(points, false, thrown)).join('');
  }, [fit, preparation, thrown]);
  return (
    <path
      className={clsx(css.wallLine, css.wallGrid)}
      data-part="wall-line"
      data-kind="grid"
      d={d}
      stroke={colour}
      strokeWidth={1}
    />
  );
}

/** Half an arm of a cross that is drawn to join a later position by, mm. */
const crossMm = 6;

function CrossOnWall({
  at: { x, y },
  thrown,
  colour,
  widthPx,
}: {
  at: Point;
  thrown: Thrown;
  colour: string;
  widthPx: number;
}) {
  const arms: [number, number][][] = [
    [
      [x - crossMm, y],
      [x + crossMm, y],
    ],
    [
      [x, y - crossMm],
      [x, y + crossMm],
    ],
  ];
  return (
    <path
      className={css.wallLine}
      data-part="wall-line"
      data-kind="cross"
      d={arms.map((points) => warpedPath(points, false, thrown)).join('')}
      stroke={colour}
      strokeWidth={widthPx}
    />
  );
}
