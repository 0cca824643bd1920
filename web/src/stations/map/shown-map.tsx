import { greyByteOfLightness, labOfSrgb } from '@nobrel/core/colour';
import type { MapDocument } from '@nobrel/core/documents';
import type { Layout } from '@nobrel/core/fit';
import { lineOnSurface, washes, type MapSettings, type Wash } from '@nobrel/core/map';
import type { ReactNode } from 'react';
import { PictureOnSurface } from '../../leaves/drawn/main-picture.js';
import { MapDrawing, type MapShow } from '../../leaves/drawn/map-drawing.js';
import { SurfaceSheet } from '../../leaves/drawn/surface-sheet.js';

/** How the right leaf shows the map. */
export type Shown = MapShow | 'squint' | 'surface';
export const shownOptions: readonly { value: Shown; label: string }[] = [
  { value: 'lines', label: 'lines' },
  { value: 'greys', label: 'values as greys' },
  { value: 'numbers', label: 'values as numbers' },
  { value: 'edges', label: 'edges by quality' },
  { value: 'squint', label: 'squinted' },
  { value: 'surface', label: 'on the surface' },
];
export const washOptions: readonly { value: Wash; label: string }[] = washes.map((value) => ({
  value,
  label: {
    none: 'bare',
    pale: 'under a pale wash',
    middling: 'under a middling wash',
    dark: 'under a dark wash',
    opaque: 'under opaque paint',
  }[value],
}));

/** Squinting blurs away what is finer than this share of the frame's longer side. */
const squintShare = 0.012;

type ShownMapProps = {
  map: MapDocument | null;
  shown: Shown;
  wash: Wash;
  layout: Layout;
  settings: MapSettings;
  ground: string;
  pictureOpacity: number;
  provisional: boolean;
  children: ReactNode;
};

/** The map as the right leaf shows it, over the picture as far as that is wanted. */
export function ShownMap({
  map,
  shown,
  wash,
  layout,
  settings,
  ground,
  pictureOpacity,
  provisional,
  children,
}: ShownMapProps) {
  const { surface, frame } = layout;
  const onSurface = shown === 'surface' ? surfaceTones(ground, settings, wash) : null;
  return (
    <>
      <SurfaceSheet {...surface} {...(onSurface ? { ground: onSurface.ground } : {})} />
      {pictureOpacity > 0 && <PictureOnSurface layout={layout} opacity={pictureOpacity} />}
      {map && (
        <g opacity={provisional ? 0.55 : 1}>
          {shown === 'squint' ? (
            <g style={{ filter: `blur(${squintShare * Math.max(frame.width, frame.height)}px)` }}>
              <MapDrawing map={map} lineMm={0.01} show="greys" />
            </g>
          ) : (
            <MapDrawing
              map={map}
              lineMm={settings.pencilMm}
              show={shown === 'surface' ? 'lines' : shown}
              {...(onSurface ? { ink: onSurface.ink } : {})}
            />
          )}
        </g>
      )}
      {children}
    </>
  );
}

const hex = (colour: string, at: number) => parseInt(colour.slice(at, at + 2), 16);

/** Greys of the line and its ground; the bare ground keeps its own colour. */
function surfaceTones(ground: string, { firmness }: MapSettings, wash: Wash) {
  const { lightness } = labOfSrgb(hex(ground, 1), hex(ground, 3), hex(ground, 5));
  const seen = lineOnSurface(lightness, firmness, wash);
  const grey = (l: number) => `rgb(${Array(3).fill(greyByteOfLightness(l)).join(' ')})`;
  return {
    ink: grey(seen.line),
    ground: wash === 'none' || wash === 'opaque' ? ground : grey(seen.ground),
    seen,
  };
}

/** What the marks mean, or what is reckoned of a line on the surface. */
export function legendOf(shown: Shown, wash: Wash, settings: MapSettings, ground: string): ReactNode {
  if (shown === 'edges')
    return 'Whole: hard. Broken: soft. Dots: lost, not drawn. Short dashes: two colours of one value.';
  if (shown !== 'surface') return undefined;
  const { seen } = surfaceTones(ground, settings, wash);
  const off = Math.abs(seen.ground - seen.line).toFixed(0);
  const followed = seen.followed ? 'it can be followed' : 'it can no longer be followed';
  const shows = seen.shows ? 'it will show in the end' : 'it will vanish in the end';
  return `A ${settings.firmness} line differs by ${off} L* from its ground: ${followed}, and ${shows}. An estimate; try it on a scrap.`;
}
