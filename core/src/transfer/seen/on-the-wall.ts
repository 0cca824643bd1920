import { roomLux, type RoomLight } from './through-paper.js';

/** A projector before an upright surface. */
export type OnTheWall = {
  /** The surface, mm. */
  widthMm: number;
  heightMm: number;
  /** Distance over the width of the picture, as the maker states it. */
  throwRatio: number;
  /** Pixels across and down. */
  pixelsAcross: number;
  pixelsDown: number;
  lumens: number;
  /** How far it is tilted from square to the surface, degrees. */
  tiltDeg: number;
  room: RoomLight;
};

/** What the projection comes to. */
export type Projection = {
  /** Width of the whole picture in which the surface has its place, mm. */
  pictureWidthMm: number;
  distanceMm: number;
  mmPerPixel: number;
  /** How much broader one edge of the surface comes out than the opposite one while the tilt is not put right, mm. */
  keystoneMm: number;
  /** How much nearer one edge lies than the other, mm: what focus has to reach across. */
  depthMm: number;
  /** Contrast of a line against the ground, 0–1: the light of the projector against both lights together. */
  contrast: number;
};

/**
 * Works out a projection: distance from the throw ratio; the size of a pixel; the keystone of a tilt, since a ray at an
 * angle α from the axis meets a plane tilted by θ where the picture is cos α / cos (θ + α) times as broad; and what the
 * room leaves of the contrast, from lumens over the area of the picture in lux.
 */
export function project(wall: OnTheWall): Projection {
  const { widthMm, heightMm, throwRatio, pixelsAcross, pixelsDown, lumens, tiltDeg, room } = wall;
  const aspect = pixelsAcross / pixelsDown;
  const pictureWidthMm = Math.max(widthMm, heightMm * aspect);
  const distanceMm = throwRatio * pictureWidthMm;
  const tilt = (tiltDeg * Math.PI) / 180;
  const half = Math.atan(heightMm / 2 / distanceMm);
  return {
    pictureWidthMm,
    distanceMm,
    mmPerPixel: pictureWidthMm / pixelsAcross,
    keystoneMm: widthMm * (Math.cos(tilt - half) / Math.cos(tilt + half) - 1),
    depthMm: heightMm * Math.sin(tilt),
    contrast: contrastOf(lumens, pictureWidthMm * (pictureWidthMm / aspect), room),
  };
}

/** Contrast of a line against the ground, 0–1: the lux of the projector over its picture, mm², against both lights together. */
function contrastOf(lumens: number, areaMm2: number, room: RoomLight): number {
  const projected = lumens / (areaMm2 / 1e6);
  return projected / (projected + roomLux[room]);
}

/** A distance from lens to surface, and how wide the picture was there, mm. */
export type ThrowMeasured = { distanceMm: number; widthMm: number };

/**
 * The throw ratio by two measured pictures: what is added to the width for each step back, whatever the lens lies behind.
 *
 * @throws RangeError when the two are too alike to tell
 */
export function throwRatioBy(first: ThrowMeasured, second: ThrowMeasured): number {
  const ratio = (second.distanceMm - first.distanceMm) / (second.widthMm - first.widthMm);
  if (!(ratio > 0.05 && ratio < 20) || Math.abs(second.widthMm - first.widthMm) < 0.05 * first.widthMm)
    throw new RangeError(
      'These two pictures do not tell a throw ratio: measure one near and one far, from the lens, each across the whole picture.',
    );
  return ratio;
}

/** Overhead projectors have a stage of about this width, mm. */
const stageMm = 285;

/** An overhead projector that enlarges film to a surface. */
export type Overhead = {
  widthMm: number;
  heightMm: number;
  focalMm: number;
  penMm: number;
  lumens: number;
  room: RoomLight;
};

/**
 * Distance and enlargement of an overhead projector by its lens: the image lies f · (1 + m) from a lens of focal length f
 * that enlarges m times.
 *
 * @returns how often the film is enlarged, the distance from lens to surface, how broad its pen's line becomes, mm, and
 * what the room leaves of the contrast, 0–1
 */
export function projectFilm({ widthMm, heightMm, focalMm, penMm, lumens, room }: Overhead): {
  times: number;
  distanceMm: number;
  lineMm: number;
  contrast: number;
} {
  const times = Math.max(widthMm, heightMm) / stageMm;
  return {
    times,
    distanceMm: focalMm * (1 + times),
    lineMm: penMm * times,
    // The whole stage is lit.
    contrast: contrastOf(lumens, (times * stageMm) ** 2, room),
  };
}
