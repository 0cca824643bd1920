/**
 * A projector before an upright wall. The wall is the plane z = 0, x to the right and y down along it, z out into the
 * room; all places in mm.
 */
export type SimulatedProjector = {
  pixelsAcross: number;
  pixelsDown: number;
  /** Distance over the width of the picture. */
  throwRatio: number;
  /** Where the lens is. */
  at: { x: number; y: number; z: number };
  /** Turned to the right, tilted upwards, rolled clockwise, degrees. */
  yawDeg: number;
  pitchDeg: number;
  rollDeg: number;
  /** How far the picture lies above the lens's axis, as a share of its height: 0.5 puts its lower edge on the axis. */
  lensShift: number;
  /** How much farther out than a true lens this one throws a place half a diagonal from its axis, as a share. */
  distortion: number;
  /** The distance along the axis at which it is sharp, mm. */
  focusMm: number;
  /** Width of the lens, mm: the wider, the sooner it is out of focus. */
  apertureMm: number;
};

/** One that stands square before the middle of a surface, and fills a picture of this width there. */
export function squareOn(
  { width, height }: { width: number; height: number },
  pictureWidthMm: number,
  fields: Partial<SimulatedProjector> = {},
): SimulatedProjector {
  const throwRatio = fields.throwRatio ?? 1.5;
  const away = throwRatio * pictureWidthMm;
  const across = fields.pixelsAcross ?? 1920;
  const down = fields.pixelsDown ?? 1080;
  const lensShift = fields.lensShift ?? 0;
  return {
    pixelsAcross: across,
    pixelsDown: down,
    throwRatio,
    at: { x: width / 2, y: height / 2 + lensShift * pictureWidthMm * (down / across), z: away },
    yawDeg: 0,
    pitchDeg: 0,
    rollDeg: 0,
    lensShift,
    distortion: 0,
    focusMm: away,
    apertureMm: 30,
    ...fields,
  };
}

type Place = { x: number; y: number };
type Ray = [number, number, number];

const radians = (degrees: number) => (degrees * Math.PI) / 180;

/** The directions of the picture's right, its down and the lens's axis in the room. */
function axesOf({ yawDeg, pitchDeg, rollDeg }: SimulatedProjector): { right: Ray; down: Ray; ahead: Ray } {
  const [yaw, pitch, roll] = [radians(yawDeg), radians(pitchDeg), radians(rollDeg)];
  const ahead: Ray = [Math.sin(yaw) * Math.cos(pitch), -Math.sin(pitch), -Math.cos(yaw) * Math.cos(pitch)];
  const level: Ray = [Math.cos(yaw), 0, Math.sin(yaw)];
  // What is square to both, pointing down.
  const plumb: Ray = [
    level[1] * ahead[2] - level[2] * ahead[1],
    level[2] * ahead[0] - level[0] * ahead[2],
    level[0] * ahead[1] - level[1] * ahead[0],
  ];
  const sign = plumb[1] < 0 ? -1 : 1;
  const mixed = (c: number, s: number): Ray => [
    c * level[0] + s * sign * plumb[0],
    c * level[1] + s * sign * plumb[1],
    c * level[2] + s * sign * plumb[2],
  ];
  return {
    right: mixed(Math.cos(roll), Math.sin(roll)),
    down: mixed(-Math.sin(roll), Math.cos(roll)),
    ahead,
  };
}

/** The lens's focal length and its axis's place in the picture, pixels, and half a diagonal over the focal length. */
function lensOf({ throwRatio, pixelsAcross, pixelsDown, lensShift }: SimulatedProjector) {
  const focal = throwRatio * pixelsAcross;
  return {
    focal,
    axis: { x: pixelsAcross / 2, y: pixelsDown * (0.5 + lensShift) },
    rim: Math.hypot(pixelsAcross, pixelsDown) / 2 / focal,
  };
}

/** Where a projector throws its pixels, and which pixel lights a place. */
export type Thrown = {
  /** Where on the wall a place of the picture is thrown, mm. */
  onWall: (x: number, y: number) => Place;
  /** Which place of the picture lights a place of the wall, pixels. */
  inPicture: (x: number, y: number) => Place;
  /** How much a place of the wall is out of focus: the diameter of what a point becomes, mm. */
  blurMm: (x: number, y: number) => number;
};

/**
 * Follows the light of a projector: a pixel's ray leaves the lens a little farther out than it should, as the lens is
 * bent, is turned as the projector stands, and meets the wall.
 */
export function thrownBy(projector: SimulatedProjector): Thrown {
  const { at, distortion, focusMm, apertureMm } = projector;
  const { right, down, ahead } = axesOf(projector);
  const { focal, axis, rim } = lensOf(projector);
  const onWall = (x: number, y: number): Place => {
    const [u, v] = [(x - axis.x) / focal, (y - axis.y) / focal];
    const bent = 1 + (distortion * (u * u + v * v)) / (rim * rim);
    const [p, q] = [u * bent, v * bent];
    const ray = [0, 1, 2].map((k) => ahead[k] + p * right[k] + q * down[k]);
    const far = -at.z / ray[2];
    return { x: at.x + far * ray[0], y: at.y + far * ray[1] };
  };
  const inPicture = (x: number, y: number): Place => {
    const ray = [x - at.x, y - at.y, -at.z];
    const along = (axisOf: Ray) => ray[0] * axisOf[0] + ray[1] * axisOf[1] + ray[2] * axisOf[2];
    const depth = along(ahead);
    const [p, q] = [along(right) / depth, along(down) / depth];
    const out = Math.hypot(p, q);
    // The radius that is bent to this one, by halving steps towards it (a contraction for any lens one would buy).
    let r = out;
    for (let k = 0, last = -1; k < 30 && Math.abs(r - last) > 1e-12; k++) {
      last = r;
      r = out / (1 + (distortion * r * r) / (rim * rim));
    }
    const back = out > 0 ? r / out : 1;
    return { x: axis.x + focal * p * back, y: axis.y + focal * q * back };
  };
  const blurMm = (x: number, y: number) => {
    const depth = (x - at.x) * ahead[0] + (y - at.y) * ahead[1] - at.z * ahead[2];
    return (apertureMm * Math.abs(depth - focusMm)) / focusMm;
  };
  return { onWall, inPicture, blurMm };
}
