/** What others make of a picture, as lines in mm: the yardsticks a map is judged beside. */
import { contours } from 'd3-contour';
import imageTracer from 'imagetracerjs';
import { posterize } from 'potrace';
import sharp from 'sharp';
import svgpath from 'svgpath';
import { z } from 'zod';
import { lightnessPlane } from '@nobrel/core/colour';
import { isTraced, type MapDocument } from '@nobrel/core/documents';
import {
  bestSeparation,
  lightnessHistogram,
  MapMaker,
  pencilStrokesOf,
  type MapSettings,
} from '@nobrel/core/map';
import { luminanceOfWindow, type Picture } from '@nobrel/core/raster';
import type { DrawnLine } from '@nobrel/core/testing';
import cv from '@techstark/opencv-js';

export const widthMm = 300;

export function mapOf(picture: Picture, settings: MapSettings, maker = new MapMaker()): MapDocument {
  const frame = { x: 0, y: 0, width: widthMm, height: (widthMm * picture.height) / picture.width };
  return maker.make({
    picture,
    pictureKey: 'scene',
    window: { x: 0, y: 0, width: picture.width, height: picture.height },
    placement: { surface: { width: frame.width, height: frame.height }, frame },
    settings,
  });
}

/** The lines of a map as a hand would trace them, in one go where they go on in each other. */
export const drawnLines = (map: MapDocument): DrawnLine[] =>
  pencilStrokesOf(map.lines.filter(isTraced)).map((stroke) => ({
    points: stroke.flatMap(({ line, reversed }) =>
      (reversed ? [...line.points].reverse() : line.points).flat(),
    ),
    closed: stroke.length === 1 && stroke[0]!.line.closed,
  }));

export type Yardstick = { name: string; draw: (picture: Picture) => DrawnLine[] | Promise<DrawnLine[]> };

const settingsOfCanny = [0.5, 1, 1.6].flatMap((blur) =>
  [
    [15, 40],
    [25, 70],
    [40, 110],
    [70, 180],
  ].map(([low, high]) => ({ blur, low: low!, high: high! })),
);

/** Edges of any of the three channels, after Canny (1986), linked along their pixels. */
function edgesInColour(
  { width, height, data }: Picture,
  { blur, low, high }: (typeof settingsOfCanny)[number],
): DrawnLine[] {
  const image = cv.matFromArray(height, width, cv.CV_8UC3, data);
  const soft = new cv.Mat();
  cv.GaussianBlur(image, soft, new cv.Size(0, 0), blur, blur, Number(cv.BORDER_REPLICATE));
  const channels = new cv.MatVector();
  cv.split(soft, channels);
  const marks = new Uint8Array(width * height);
  for (let k = 0; k < 3; k++) {
    const channel = channels.get(k);
    const edges = new cv.Mat();
    cv.Canny(channel, edges, low, high, 3, true);
    const found = z.instanceof(Uint8Array).parse(edges.data);
    for (let i = 0; i < marks.length; i++) if (found[i]) marks[i] = 1;
    edges.delete();
    channel.delete();
  }
  for (const mat of [image, soft, channels]) mat.delete();
  return linked(marks, width, widthMm / width);
}

/** Chains of marked pixels that touch. */
function linked(marks: Uint8Array, width: number, mmPerPx: number): DrawnLine[] {
  const steps = [1, width, -1, -width, width + 1, width - 1, -width - 1, 1 - width];
  const taken = marks.map((mark) => 1 - mark);
  const walk = (start: number) => {
    const run: number[] = [];
    for (let i = start; ;) {
      const next = steps.map((step) => i + step).find((j) => j >= 0 && j < marks.length && !taken[j]);
      if (next === undefined) return run;
      taken[next] = 1;
      run.push(next);
      i = next;
    }
  };
  const lines: DrawnLine[] = [];
  for (let i = 0; i < marks.length; i++) {
    if (taken[i]) continue;
    taken[i] = 1;
    const run = [...walk(i).reverse(), i, ...walk(i)];
    if (run.length < 3) continue;
    const x = eased(run.map((at) => ((at % width) + 0.5) * mmPerPx));
    const y = eased(run.map((at) => (Math.floor(at / width) + 0.5) * mmPerPx));
    lines.push({ points: x.flatMap((value, i) => [value, y[i]!]), closed: false });
  }
  return lines;
}

/** The staircase taken out of a run of pixels, so that its direction can be told. */
const eased = (values: number[]) =>
  values.map((_, i) => {
    const reach = Math.min(3, i, values.length - 1 - i);
    const part = values.slice(i - reach, i + reach + 1);
    return part.reduce((sum, value) => sum + value, 0) / part.length;
  });

/** Paths of an SVG text as polylines, mm. */
function linesOfSvg(svg: string, mmPerPx: number): DrawnLine[] {
  const lines: DrawnLine[] = [];
  for (const [, d] of svg.matchAll(/ d="([^"]+)"/g)) {
    let run: number[] = [];
    svgpath(d!)
      .abs()
      .iterate((segment, _, x, y) => {
        const [command, ...at] = segment;
        if (command === 'M') {
          if (run.length > 4) lines.push({ points: run, closed: true });
          run = [at[0]! * mmPerPx, at[1]! * mmPerPx];
        } else if (command === 'L') run.push(at[0]! * mmPerPx, at[1]! * mmPerPx);
        else if (command === 'C') {
          for (let k = 1; k <= 8; k++) {
            const t = k / 8;
            const of = (a: number, b: number, c: number, e: number) =>
              a * (1 - t) ** 3 + 3 * b * t * (1 - t) ** 2 + 3 * c * t * t * (1 - t) + e * t ** 3;
            run.push(of(x, at[0]!, at[2]!, at[4]!) * mmPerPx, of(y, at[1]!, at[3]!, at[5]!) * mmPerPx);
          }
        }
      });
    if (run.length > 4) lines.push({ points: run, closed: true });
  }
  return lines;
}

async function potraced(picture: Picture, steps: number): Promise<DrawnLine[]> {
  const { width, height, data } = picture;
  const png = await sharp(data, { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer();
  const svg = await new Promise<string>((resolve, reject) =>
    posterize(png, { steps, turdSize: 60 }, (error, text) => (error ? reject(error) : resolve(text))),
  );
  return linesOfSvg(svg, widthMm / width);
}

function traced({ width, height, data }: Picture, numberofcolors: number): DrawnLine[] {
  const rgba = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < width * height; i++) {
    rgba.set([data[3 * i] ?? 0, data[3 * i + 1] ?? 0, data[3 * i + 2] ?? 0, 255], 4 * i);
  }
  const { layers } = imageTracer.imagedataToTracedata(
    { width, height, data: rgba },
    { numberofcolors, pathomit: 24 },
  );
  const mmPerPx = widthMm / width;
  return layers.flat().map(({ segments }) => ({
    points: segments.flatMap(({ x1, y1 }) => [x1 * mmPerPx, y1 * mmPerPx]),
    closed: true,
  }));
}

function contoured(picture: Picture, values: number): DrawnLine[] {
  const { width, height } = picture;
  const whole = { x: 0, y: 0, width, height };
  const tones = lightnessPlane(luminanceOfWindow(picture, whole, width, height).data);
  const limits = bestSeparation(lightnessHistogram(tones), values);
  const found = contours().size([width, height]).thresholds(limits)(Array.from(tones));
  const mmPerPx = widthMm / width;
  return found
    .flatMap((level) => level.coordinates.flat())
    .filter((ring) => ring.length > 24)
    .map((ring) => ({ points: ring.flatMap(([x, y]) => [x! * mmPerPx, y! * mmPerPx]), closed: true }));
}

export const yardsticks: readonly Yardstick[] = [
  ...settingsOfCanny.map((settings) => ({
    name: `Canny in colour, blur ${settings.blur}, ${settings.low}/${settings.high}`,
    draw: (picture: Picture) => edgesInColour(picture, settings),
  })),
  ...[3, 5].map((steps) => ({
    name: `potrace, ${steps} steps`,
    draw: (picture: Picture) => potraced(picture, steps),
  })),
  ...[4, 8].map((colours) => ({
    name: `imagetracerjs, ${colours} colours`,
    draw: (picture: Picture) => traced(picture, colours),
  })),
  ...[4, 6].map((values) => ({
    name: `d3-contour, ${values} values`,
    draw: (picture: Picture) => contoured(picture, values),
  })),
];
