import { stepLength } from '../geometry/index.js';
import { gaussianBlur, type Picture } from '../raster/index.js';
import { gaussian, seeded } from './seeded.js';
import { lightsOf, noFaults, type PhotographerFaults } from './photographer.js';
import { straightsThrough, type DrawnStroke, type KnownDrawing } from './drawn-stroke.js';

/** What a drawing is drawn with. */
export const drawingTools = ['pencil', 'pen', 'ball-point', 'brush', 'chalk'] as const;
export type DrawingTool = (typeof drawingTools)[number];

/** How a known drawing comes to be a picture. */
export type Rendering = {
  tool: DrawingTool;
  /** Lightness of the paper, L\*. */
  paper: number;
  /** How much darker the darkest stroke is, L\*; negative for light on dark. */
  contrast: number;
  light: 'even' | 'uneven' | 'side';
  taken: 'scanned' | 'photographed';
  pxPerMm: number;
  seed: number;
  /** Lines printed on the paper, and how dark, L\*. */
  printed?: { strokes: DrawnStroke[]; contrast: number };
  /** Lightness of what the sheet lies on, where it does not fill the picture, L\*. */
  table?: number;
  /** How much of the picture's sides the sheet takes, 0–1; nearly all when not said. */
  filled?: number;
  /** What the photographer does wrong. */
  faults?: Partial<PhotographerFaults>;
};

type ToolLook = {
  widthMm: number;
  /** How much the tool's width follows the hand. */
  swing: number;
  /** How much the paper's tooth shows in it: 0 ink, 1 broken. */
  grain: number;
  /** Softness of its edge, mm. */
  edgeMm: number;
};
const looks: Record<DrawingTool, ToolLook> = {
  pencil: { widthMm: 0.55, swing: 0.5, grain: 0.55, edgeMm: 0.12 },
  pen: { widthMm: 0.4, swing: 0.2, grain: 0, edgeMm: 0.05 },
  'ball-point': { widthMm: 0.35, swing: 0.2, grain: 0.25, edgeMm: 0.08 },
  brush: { widthMm: 1.6, swing: 2.2, grain: 0.05, edgeMm: 0.08 },
  chalk: { widthMm: 1.3, swing: 0.6, grain: 0.8, edgeMm: 0.2 },
};

/** Width of a stroke at one of its points, mm. */
export function widthAt(stroke: DrawnStroke, tool: DrawingTool, i: number): number {
  const { widthMm, swing } = looks[tool];
  const width = typeof stroke.width === 'number' ? stroke.width : stroke.width[i];
  return widthMm * Math.max(0.3, 1 + swing * (width - 1));
}

/** Carries a place on the sheet to where it lies in the picture, pixels. */
export type Lens = (x: number, y: number) => [number, number];

/** Renders a known drawing, and says where each place of it came to lie. */
export function renderDrawing(drawing: KnownDrawing, rendering: Rendering): { picture: Picture; lens: Lens } {
  const { pxPerMm, paper, contrast, light, taken, seed, table, filled = 0.93 } = rendering;
  const faults = { ...noFaults, ...rendering.faults };
  const width = Math.round(drawing.widthMm * pxPerMm);
  const height = Math.round(drawing.heightMm * pxPerMm);
  const random = seeded(seed);
  const lens =
    taken === 'photographed'
      ? cameraLens(width, height, pxPerMm, filled, faults.tiltDeg, random)
      : scannerLens(width, height, pxPerMm, random);
  const ink = inkOf(drawing, rendering, lens, width, height);
  const print = printOf(drawing, rendering, lens, width, height);
  const blurMm = Math.hypot(taken === 'photographed' ? 0.14 : 0.06, faults.blurMm);
  const sharpCover = table === undefined ? null : coverOf(drawing, lens, width, height);
  const cover = sharpCover && blur(sharpCover, width, height, faults.blurMm * pxPerMm);
  const tooth = blur(noise(width, height, 0.12 * pxPerMm, random), width, height, faults.blurMm * pxPerMm);
  const blurred = blur(ink, width, height, blurMm * pxPerMm);
  const blurredPrint = print && blur(print, width, height, blurMm * pxPerMm);
  const data = new Uint8ClampedArray(4 * width * height).fill(255);
  const [sx, sy] = [random() * width, random() * height];
  const { handAt, lampAt } = lightsOf(faults, width, height);
  const printContrast = rendering.printed?.contrast ?? 0;
  const noiseBytes = taken === 'photographed' ? 1.8 : 0.8;
  for (let y = 0; y < height; y++) {
    const wave = 2 * Math.sin(y / 300);
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      let shade = 1;
      if (light === 'side') shade = 1 - 0.35 * (x / width);
      else if (light === 'uneven')
        shade =
          1 - 0.3 * Math.exp(-(((x - sx) / width) ** 2 + ((y - sy) / height) ** 2) * 6) - 0.1 * (y / height);
      const printed = blurredPrint ? printContrast * blurredPrint[i] : 0;
      let lightness = paper + 1.2 * tooth[i] - printed - contrast * blurred[i];
      if (cover && table !== undefined && cover[i] < 1) {
        const beside = table + 2 * tooth[i] + 3 * Math.sin(x / 40 + wave);
        lightness = beside + cover[i] * (lightness - beside);
      }
      const value =
        encodedByte(lightness * shade * handAt(x, y)) + lampAt(x, y) + noiseBytes * gaussian(random);
      data[4 * i] = value;
      data[4 * i + 1] = value;
      data[4 * i + 2] = value;
    }
  }
  return { picture: { width, height, channels: 4, data }, lens };
}

/** Greys are looked up between so many entries for each L\*, evenly: exact to a thousandth of a byte. */
const entriesPerUnit = 16;
const greyBytes = Float64Array.from(
  { length: 100 * entriesPerUnit + 2 },
  (_, i) => 255 * encoded(i / entriesPerUnit),
);

/** What a camera writes of a grey of some L\*, 0–255. */
function encodedByte(lightness: number): number {
  const at = Math.min(100, Math.max(0, lightness)) * entriesPerUnit;
  const entry = Math.floor(at);
  return greyBytes[entry] + (at - entry) * (greyBytes[entry + 1] - greyBytes[entry]);
}

/** sRGB 0–1 of a grey of some L\*. */
function encoded(lightness: number): number {
  const l = Math.min(100, Math.max(0, lightness));
  const y = l > 8 ? ((l + 16) / 116) ** 3 : l / 903.3;
  return y <= 0.0031308 ? 12.92 * y : 1.055 * y ** (1 / 2.4) - 0.055;
}

/** A sheet laid on a scanner, a little turned. */
function scannerLens(width: number, height: number, pxPerMm: number, random: () => number): Lens {
  const turn = (random() - 0.5) * 0.02;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  return (x, y) => {
    const [u, v] = [x * pxPerMm - width / 2, y * pxPerMm - height / 2];
    return [width / 2 + 0.985 * (c * u - s * v), height / 2 + 0.985 * (s * u + c * v)];
  };
}

/** Focal length of the camera that leans over, in units of half the long side. */
const leanLens = 1.5;

/** A photograph taken by hand: tilted, through a lens that bends straights. */
function cameraLens(
  width: number,
  height: number,
  pxPerMm: number,
  filled: number,
  tiltDeg: number,
  random: () => number,
): Lens {
  const leanRad = (tiltDeg * Math.PI) / 180;
  const [tiltX, tiltY] = [(random() - 0.5) * 0.12, (random() - 0.5) * 0.12];
  const bend = -0.03 * random();
  const size = Math.max(width, height) / 2;
  const turned = scannerLens(width, height, pxPerMm, random);
  return (x, y) => {
    const [px, py] = turned(x, y);
    let u = (px - width / 2) / size;
    let v = (py - height / 2) / size;
    const w = 1 + tiltX * u + tiltY * v;
    u /= w;
    v /= w;
    // Leaning over towards the far side, through a lens as long as three quarters of the picture.
    const depth = 1 + (v * Math.sin(leanRad)) / leanLens;
    u /= depth;
    v *= Math.cos(leanRad) / depth;
    const k = filled * (1 + bend * (u * u + v * v));
    return [width / 2 + k * u * size, height / 2 + k * v * size];
  };
}

/** How much of the tool lies on every pixel, 0–1. */
function inkOf(
  drawing: KnownDrawing,
  { tool, pxPerMm, seed }: Rendering,
  lens: Lens,
  width: number,
  height: number,
): Float32Array {
  const { grain, edgeMm } = looks[tool];
  const out = new Float32Array(width * height);
  const own = new Float32Array(width * height);
  const grains = grain > 0 ? noise(width, height, 0.16 * pxPerMm, seeded(seed + 1)) : null;
  const coarse = grain > 0 ? noise(width, height, 0.5 * pxPerMm, seeded(seed + 2)) : null;
  const edge = edgeMm * pxPerMm + 0.35;
  for (const stroke of drawing.strokes) {
    const touched: number[] = [];
    const { points } = stroke;
    for (let k = 0; k < points.length; k += 2) {
      const half = (widthAt(stroke, tool, k / 2) * pxPerMm) / 2;
      const [cx, cy] = lens(points[k], points[k + 1]);
      const reach = Math.ceil(half + edge + 1);
      for (
        let y = Math.max(0, Math.floor(cy) - reach);
        y <= Math.min(height - 1, Math.floor(cy) + reach);
        y++
      ) {
        for (
          let x = Math.max(0, Math.floor(cx) - reach);
          x <= Math.min(width - 1, Math.floor(cx) + reach);
          x++
        ) {
          const off = stepLength(x + 0.5 - cx, y + 0.5 - cy);
          const cover = Math.min(1, Math.max(0, (half - off) / edge + 0.5));
          if (cover <= 0) continue;
          const i = y * width + x;
          if (own[i] === 0) touched.push(i);
          own[i] = Math.max(own[i], cover);
        }
      }
    }
    for (const i of touched) {
      // Tooth that stands proud takes the tool; what lies deep does not.
      const proud =
        grains && coarse ? 1 - grain * Math.min(1, Math.max(0, 0.5 + 0.6 * grains[i] + 0.25 * coarse[i])) : 1;
      const laid = own[i] * stroke.darkness * proud;
      own[i] = 0;
      out[i] = Math.max(out[i], laid);
    }
  }
  return out;
}

/** What is printed on the paper, as even as print is; null where nothing is. */
function printOf(
  drawing: KnownDrawing,
  rendering: Rendering,
  lens: Lens,
  width: number,
  height: number,
): Float32Array | null {
  if (!rendering.printed) return null;
  const print = { ...drawing, strokes: rendering.printed.strokes };
  return inkOf(print, { ...rendering, tool: 'pen' }, lens, width, height);
}

/** How much of the sheet covers every pixel, 0–1. */
function coverOf(
  { widthMm, heightMm }: KnownDrawing,
  lens: Lens,
  width: number,
  height: number,
): Float32Array {
  const rim = straightsThrough([
    [0, 0],
    [widthMm, 0],
    [widthMm, heightMm],
    [0, heightMm],
    [0, 0],
  ]);
  const ring: [number, number][] = [];
  for (let k = 0; k < rim.length; k += 20) ring.push(lens(rim[k], rim[k + 1]));
  const cover = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    const crossings: number[] = [];
    ring.forEach(([bx, by], i) => {
      const [ax, ay] = ring[(i + ring.length - 1) % ring.length];
      if (ay > y + 0.5 !== by > y + 0.5) crossings.push(ax + ((y + 0.5 - ay) * (bx - ax)) / (by - ay));
    });
    crossings.sort((a, b) => a - b);
    for (let k = 1; k < crossings.length; k += 2)
      for (let x = 0; x < width; x++)
        cover[y * width + x] +=
          Math.min(1, Math.max(0, x + 1 - crossings[k - 1])) - Math.min(1, Math.max(0, x + 1 - crossings[k]));
  }
  return cover;
}

/** Noise of unit spread, as coarse as asked. */
function noise(width: number, height: number, sigmaPx: number, random: () => number): Float32Array {
  const white = new Float32Array(width * height);
  for (let i = 0; i < white.length; i++) white[i] = random() - 0.5;
  const soft = blur(white, width, height, sigmaPx);
  let square = 0;
  for (const value of soft) square += value * value;
  const scale = 1 / Math.sqrt(square / soft.length);
  for (let i = 0; i < soft.length; i++) soft[i] *= scale;
  return soft;
}

/** What is finer than a fifth of a pixel blurs nothing. */
const blur = (plane: Float32Array, width: number, height: number, sigmaPx: number): Float32Array =>
  sigmaPx < 0.2 ? plane : gaussianBlur({ width, height, data: plane }, sigmaPx).data;
