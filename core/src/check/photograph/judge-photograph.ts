import { lightnessPlane } from '../../colour/index.js';
import { isConvexQuad, ontoQuad, transformed, type Point, type Quad } from '../../geometry/index.js';
import {
  checkPicture,
  gaussianBlur,
  luminanceOfWindow,
  type Picture,
  type Plane,
} from '../../raster/index.js';
import { findSheet, pyramid } from '../../reference/index.js';
import type { SizeMm } from '../../units/index.js';
import { sayPlace } from '../drawing/say-findings.js';

/** What may be wrong with a photograph of a drawing. */
export type PhotographTrouble =
  'dark' | 'glare' | 'no-sheet' | 'cut-off' | 'small' | 'tilted' | 'blurred' | 'shadow';

/** How good a photograph of a drawing is to check by. */
export type JudgedPhotograph = {
  /** The sheet's corners, pixels, where it was seen. */
  corners: Quad | null;
  /** How far the camera is from looking straight down, degrees; null where no sheet was seen. */
  tiltDeg: number | null;
  /** Blur of the lens and the hand on the sheet, mm, as a standard deviation; null where nothing tells. */
  blurMm: number | null;
  /** What to do better, the worst first. */
  troubles: { trouble: PhotographTrouble; says: string }[];
};

/** The look a photograph is judged by has this long side at most, pixels: blur that matters is still seen. */
const lookPx = 1700;

/** Where even the lightest hundredth is darker than this, there was no light to photograph by, L\*. */
const minLight = 45;
const lightestShare = 0.99;

/** What hits the top of all channels is glare, when it is this share of the sheet. */
const glareByte = 252;
const minGlare = 0.004;
/** … unless the sheet as a whole is that light: then it is only well lit, L\*. */
const wellLit = 96;

/** A steeper look than this leaves its far side too coarse, and the paper's cockling shows, degrees. */
const maxTiltDeg = 22;

/** A usual camera's lens, in units of the long side: about 27 mm on a 36 mm frame. */
const usualFocal = 0.75;

/** A pencil line of half a millimetre keeps half of its contrast under a blur of this, mm. */
const maxBlurMm = 0.45;

/** Below so many pixels a mm lines of a pencil are lost. */
const minPxPerMm = 3;

/** A ninth of the sheet with less than this share of the light of the brightest lies in a shadow. */
const minEvenShare = 0.4;

/** Corners may leave the picture by this share of its long side: the finder's own doubt. */
const maxOutside = 0.01;

/**
 * Says whether a photograph is good enough to check a drawing by, before time is spent on it: enough light, the whole
 * sheet in view, seen from above, sharp, without glare and shadows. Cost is linear in the pixels.
 *
 * @param size of the surface that is photographed, mm
 * @param pxPerPx pixels the photograph will have for each of this look at it: more than 1 for a preview
 */
export function judgePhotograph(picture: Picture, size: SizeMm, pxPerPx = 1): JudgedPhotograph {
  checkPicture(picture);
  const look = pyramid(picture).find(({ width, height }) => Math.max(width, height) <= lookPx) ?? picture;
  const scale = picture.width / look.width;
  const { width, height } = look;
  const luminance = luminanceOfWindow(look, { x: 0, y: 0, width, height }, width, height);
  const lightness: Plane = { width, height, data: lightnessPlane(luminance.data) };
  if (percentile(lightness.data, lightestShare) < minLight)
    return nothingSeen('dark', 'It is too dark: bring a lamp, or wait for the exposure.');
  const sheet = findSheet(look);
  const glare = glareOn(look, sheet?.corners ?? null);
  if (!sheet) {
    if (glare) return nothingSeen('glare', glareSays);
    return nothingSeen(
      'no-sheet',
      'The edges of the sheet are not seen: hold the camera level above it, with the whole sheet in view, on a table darker or lighter than it.',
    );
  }
  const { corners } = sheet;
  const pxPerMm = longestSide(corners) / Math.max(size.widthMm, size.heightMm);
  const tiltDeg = tiltOf(corners, look);
  const blurMm = blurOn(lightness, corners, pxPerMm);
  const shadow = shadowOn(luminance, corners);
  const troubles: JudgedPhotograph['troubles'] = [];
  const tell = (trouble: PhotographTrouble, says: string) => troubles.push({ trouble, says });
  if (isCutOff(corners, look)) tell('cut-off', 'The sheet is cut off: step back until all of it is in view.');
  if (glare) tell('glare', glareSays);
  if (tiltDeg > maxTiltDeg)
    tell(
      'tilted',
      `The camera is tilted by ${Math.round(tiltDeg)}°: hold it level above the middle of the sheet.`,
    );
  if (blurMm !== null && blurMm > maxBlurMm)
    tell('blurred', 'It is blurred: hold still, let it focus on the sheet, or bring more light.');
  if (pxPerMm * scale * pxPerPx < minPxPerMm)
    tell('small', 'The sheet is too small in the picture to see its lines: go nearer.');
  if (shadow !== null)
    tell(
      'shadow',
      `A shadow lies over the sheet at ${shadow}: turn, so that neither you nor the camera stands in the light.`,
    );
  return { corners: scaled(corners, scale), tiltDeg, blurMm, troubles };
}

const glareSays = 'There is glare on the sheet: move the lamp aside, or turn the sheet away from it.';

const nothingSeen = (trouble: PhotographTrouble, says: string): JudgedPhotograph => ({
  corners: null,
  tiltDeg: null,
  blurMm: null,
  troubles: [{ trouble, says }],
});

const scaled = ([a, b, c, d]: Quad, by: number): Quad => {
  const at = ({ x, y }: Point) => ({ x: x * by, y: y * by });
  return [at(a), at(b), at(c), at(d)];
};

function percentile(values: Float32Array, share: number): number {
  const every = Math.max(1, Math.floor(values.length / 50_000));
  const some = values.filter((_, i) => i % every === 0).sort();
  return some[Math.floor(share * (some.length - 1))];
}

const longestSide = (corners: Quad) =>
  Math.max(
    ...corners.map(({ x, y }, k) => Math.hypot(corners[(k + 1) % 4].x - x, corners[(k + 1) % 4].y - y)),
  );

function isCutOff(corners: Quad, { width, height }: Picture): boolean {
  const out = maxOutside * Math.max(width, height);
  return corners.some(({ x, y }) => x < -out || y < -out || x > width + out || y > height + out);
}

/**
 * The angle between the sheet's normal and the camera's line of sight, degrees. The columns of the map from the unit
 * square, divided by the lens, point along the sheet's sides in space; their cross product is its normal, whatever its
 * ratio (Zhang 2000).
 */
function tiltOf(corners: Quad, { width, height }: Picture): number {
  if (!isConvexQuad(corners)) return 90;
  const focal = usualFocal * Math.max(width, height);
  const h = ontoQuad(corners);
  const side = (k: 0 | 1): [number, number, number] => [
    (h[k] - (width / 2) * h[6 + k]) / focal,
    (h[3 + k] - (height / 2) * h[6 + k]) / focal,
    h[6 + k],
  ];
  const [[ax, ay, az], [bx, by, bz]] = [side(0), side(1)];
  const normal = [ay * bz - az * by, az * bx - ax * bz, ax * by - ay * bx];
  return (Math.acos(Math.min(1, Math.abs(normal[2]) / Math.hypot(...normal))) * 180) / Math.PI;
}

/** Two known blurs that are added to measure the unknown one, pixels. */
const littlePx = 0.8;
const morePx = 3;

/** Places looked at along each side of the sheet, and how far to both sides of it, pixels. */
const sideLooks = 40;
const sideReachPx = 5;

/** Fewer places that show the side clearly say nothing. */
const minSideLooks = 20;
/** A clear side is at least so steep, L\* a pixel. */
const minSlope = 1.5;

/** Blurs so wide cannot be told apart, pixels. */
const maxBlurPx = 12;

/**
 * Blur of the sheet's sides against the table, mm: across a step of blur s, blurs a and b leave slopes in the ratio
 * √(s² + b²) / √(s² + a²) (Zhuo & Sim 2011). Strokes are no steps, and would look sharper than they are.
 */
function blurOn(lightness: Plane, corners: Quad, pxPerMm: number): number | null {
  const { width, height } = lightness;
  const little = gaussianBlur(lightness, littlePx).data;
  const more = gaussianBlur(lightness, morePx).data;
  const blurs: number[] = [];
  corners.forEach((from, k) => {
    const to = corners[(k + 1) % 4];
    const length = Math.hypot(to.x - from.x, to.y - from.y);
    const [ax, ay] = [-(to.y - from.y) / length, (to.x - from.x) / length];
    for (let look = 0; look < sideLooks; look++) {
      const share = 0.05 + (0.9 * look) / (sideLooks - 1);
      let [steepest, at] = [0, -1];
      for (let off = -sideReachPx; off <= sideReachPx; off++) {
        const x = Math.round(from.x + share * (to.x - from.x) + off * ax);
        const y = Math.round(from.y + share * (to.y - from.y) + off * ay);
        if (x < 1 || y < 1 || x >= width - 1 || y >= height - 1) continue;
        const i = y * width + x;
        const slope = slopeAt(little, width, i);
        if (slope > steepest) [steepest, at] = [slope, i];
      }
      if (steepest < minSlope) continue;
      const squared = (steepest / slopeAt(more, width, at)) ** 2;
      const unknown = (morePx ** 2 - littlePx ** 2 * squared) / Math.max(1e-3, squared - 1);
      blurs.push(Math.min(maxBlurPx, Math.sqrt(Math.max(0, unknown))));
    }
  });
  if (blurs.length < minSideLooks) return null;
  return blurs.sort((a, b) => a - b)[blurs.length >> 1] / pxPerMm;
}

/** Steepness at a pixel, L\* a pixel. */
const slopeAt = (data: Float32Array, width: number, i: number) =>
  Math.hypot(data[i + 1] - data[i - 1], data[i + width] - data[i - width]) / 2;

/** Places looked at across and down a sheet. */
const glareLooks = 120;

function glareOn({ width, height, channels, data }: Picture, corners: Quad | null): boolean {
  const within = corners && isConvexQuad(corners) ? ontoQuad(corners) : null;
  let [top, sum, count] = [0, 0, 0];
  for (let row = 0; row < glareLooks; row++)
    for (let column = 0; column < glareLooks; column++) {
      const [u, v] = [(column + 0.5) / glareLooks, (row + 0.5) / glareLooks];
      const { x, y } = within ? transformed(within, u, v) : { x: u * width, y: v * height };
      if (x < 0 || y < 0 || x >= width || y >= height) continue;
      const at = channels * (Math.floor(y) * width + Math.floor(x));
      const least = Math.min(data[at], data[at + 1], data[at + 2]);
      if (least >= glareByte) top++;
      sum += least;
      count++;
    }
  return count > 0 && top / count >= minGlare && (100 * sum) / count / 255 < wellLit && top / count < 0.9;
}

/** Looks across and down each ninth of a sheet. */
const shadowLooks = 14;

/** The darkest ninth of the sheet in words, where it lies in a shadow; null where the light is even enough. */
function shadowOn({ width, height, data }: Plane, corners: Quad): string | null {
  if (!isConvexQuad(corners)) return null;
  const within = ontoQuad(corners);
  const paper: { light: number; place: string }[] = [];
  for (let cell = 0; cell < 9; cell++) {
    const [left, top] = [(cell % 3) / 3, Math.floor(cell / 3) / 3];
    const seen: number[] = [];
    for (let k = 0; k < shadowLooks * shadowLooks; k++) {
      const u = left + ((k % shadowLooks) + 0.5) / (3 * shadowLooks);
      const v = top + (Math.floor(k / shadowLooks) + 0.5) / (3 * shadowLooks);
      const { x, y } = transformed(within, u, v);
      if (x < 0 || y < 0 || x >= width || y >= height) continue;
      seen.push(data[Math.floor(y) * width + Math.floor(x)]);
    }
    if (seen.length === 0) continue;
    seen.sort((a, b) => a - b);
    // Of lines and tones the paper is the lighter part.
    paper.push({
      light: seen[Math.floor(0.8 * (seen.length - 1))],
      place: sayPlace(left + 1 / 6, top + 1 / 6, { widthMm: 1, heightMm: 1 }),
    });
  }
  const [darkest] = [...paper].sort((a, b) => a.light - b.light);
  const brightest = Math.max(...paper.map(({ light }) => light));
  if (!darkest || darkest.light >= minEvenShare * brightest) return null;
  return darkest.place === 'middle' ? 'the middle' : darkest.place;
}
