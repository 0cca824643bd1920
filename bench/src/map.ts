/**
 * How fast a map is made from a raster of two megapixels, against general-purpose tracers on the same pixels in
 * the same run. Ratios are what count: seconds differ from machine to machine.
 * Argument: pixels of the working raster in megapixels (2).
 */
import { fileURLToPath } from 'node:url';
import { contours } from 'd3-contour';
import imageTracer from 'imagetracerjs';
import { posterize } from 'potrace';
import sharp from 'sharp';
import { lightnessPlane } from '@nobrel/core/colour';
import { isTraced, type MapDocument } from '@nobrel/core/documents';
import { effortOf, defaultMapSettings, MapMaker, workingSize, type MapRequest } from '@nobrel/core/map';
import { luminanceOfWindow, type Picture } from '@nobrel/core/raster';
import { accuracyScene, photographUnder } from '@nobrel/core/testing';
import { timed } from './timed.js';

const megapixels = Number(process.argv[2] ?? 2);
const references = ['kettle-lantern-and-pears', 'dinghy-on-the-hard', 'slip-at-low-water'];
const values = 4;

async function read(name: string): Promise<Picture> {
  const path = fileURLToPath(new URL(`../../demo/references/${name}.jpg`, import.meta.url));
  const { data, info } = await sharp(path).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, channels: 3, data: new Uint8Array(data) };
}

/** A picture at exactly the working size, so that every tracer sees the same pixels. */
async function atSize(picture: Picture, pixels: number): Promise<Picture> {
  const scale = Math.min(1, Math.sqrt(pixels / (picture.width * picture.height)));
  const { data, info } = await sharp(picture.data, {
    raw: { width: picture.width, height: picture.height, channels: 3 },
  })
    .resize(Math.round(picture.width * scale))
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, channels: 3, data: new Uint8Array(data) };
}

function requestFor(picture: Picture, key: string): MapRequest {
  const frame = { x: 0, y: 0, width: 300, height: (300 * picture.height) / picture.width };
  return {
    picture,
    pictureKey: key,
    window: { x: 0, y: 0, width: picture.width, height: picture.height },
    placement: { surface: { width: frame.width, height: frame.height }, frame },
    settings: { ...defaultMapSettings, values, pencilMm: (2 * 300) / picture.width },
  };
}

type Yardstick = { name: string; ms: number; points: number };

async function yardsticks(picture: Picture, request: MapRequest, limits: number[]): Promise<Yardstick[]> {
  const { width, height, data } = picture;
  const size = workingSize(
    request.window,
    request.placement.frame.width,
    request.placement.frame.height,
    request.settings.pencilMm,
  );
  let points = 0;
  // From decoded pixels like every other: contours need the lightness first, read as quickly as ours.
  const read = () => lightnessPlane(luminanceOfWindow(picture, request.window, size.width, size.height).data);
  const reading = timed(read, 3);
  const tones = Array.from(read());
  const following = timed(() => {
    const found = contours().size([size.width, size.height]).thresholds(limits)(tones);
    points = found.reduce(
      (sum, level) => sum + level.coordinates.flat().reduce((count, ring) => count + ring.length, 0),
      0,
    );
  }, 2);
  const out: Yardstick[] = [{ name: 'd3-contour', ms: reading + following, points }];

  const rgba = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < width * height; i++) {
    rgba.set([data[3 * i] ?? 0, data[3 * i + 1] ?? 0, data[3 * i + 2] ?? 0, 255], 4 * i);
  }
  const tracer = timed(() => {
    const { layers } = imageTracer.imagedataToTracedata(
      { width, height, data: rgba },
      { numberofcolors: values, pathomit: 8 },
    );
    points = layers.flat().reduce((sum, path) => sum + path.segments.length, 0);
  }, 1);
  out.push({ name: 'imagetracerjs', ms: tracer, points });

  const png = await sharp(data, { raw: { width, height, channels: 3 } })
    .png({ compressionLevel: 1 })
    .toBuffer();
  const start = performance.now();
  const svg = await new Promise<string>((resolve, reject) =>
    posterize(png, { steps: values - 1 }, (error, text) => (error ? reject(error) : resolve(text))),
  );
  out.push({
    name: 'potrace',
    ms: performance.now() - start,
    points: (svg.match(/-?[\d.]+[ ,]-?[\d.]+/g) ?? []).length,
  });
  return out;
}

/** Quick looks are made from a picture of this long side, as in the page. */
const lookPx = 1280;

function measure(request: MapRequest, small: MapRequest) {
  const whole = timed(() => new MapMaker().make(request), 5);
  const maker = new MapMaker();
  maker.make(request);
  // As in the page: quick looks have a maker of their own, which keeps what it saw.
  const quick = new MapMaker();
  const look = () => {
    turn++;
    quick.make({ ...small, coarser: 4, settings: { ...request.settings, values: 2 + (turn % 5) } });
  };
  let turn = 0;
  const changed = (settings: () => Partial<MapRequest['settings']>) =>
    timed(() => {
      turn++;
      maker.make({ ...request, settings: { ...request.settings, ...settings() } });
    }, 6);
  return {
    whole,
    // What was seen before the last few maps is made anew; what was seen just now is gone back to.
    values: changed(() => ({ values: 2 + (turn % 5) })),
    back: changed(() => ({ values: 3 + (turn % 2) })),
    tolerance: changed(() => ({ toleranceMm: 0.2 + 0.01 * (turn % 5) })),
    edges: changed(() => ({ softFromMm: 1.5 + 0.1 * (turn % 5) })),
    budget: changed(() => ({ minutes: 5 + (turn % 5) })),
    firstLook: timed(() => new MapMaker().make({ ...small, coarser: 4 }), 5),
    nextLook: timed(look, 6),
    map: maker.make(request),
  };
}

/** Everything once, so that neither ours nor theirs is timed while the engine still compiles it. */
async function warmUp(picture: Picture): Promise<void> {
  const request = requestFor(picture, 'warm');
  const { map } = measure(request, request);
  await yardsticks(picture, request, limitsOf(map));
}

const limitsOf = (map: MapDocument) => map.values.flatMap(({ from }) => (from === undefined ? [] : [from]));

const scene = photographUnder(accuracyScene(1), 'clean', 5.2, 1);
const pictures: [string, Picture][] = [['flat scene', scene]];
for (const name of references) pictures.push([name, await read(name)]);
await warmUp(await atSize(scene, 3e5));
for (const [name, full] of pictures) {
  const picture = await atSize(full, megapixels * 1e6);
  const request = requestFor(picture, name);
  const { width, height } = picture;
  const small = await atSize(picture, (lookPx / Math.max(width, height)) ** 2 * width * height);
  const found = measure(request, requestFor(small, name));
  const drawn = found.map.lines.filter(isTraced);
  const points = drawn.reduce((sum, line) => sum + line.points.length, 0);
  const others = await yardsticks(picture, request, limitsOf(found.map));
  const fastest = Math.min(...others.map(({ ms }) => ms));
  const { lines, metres } = effortOf(found.map);
  const ms = (value: number) => `${value.toFixed(0)} ms`;
  console.log(
    `${name}: ${((picture.width * picture.height) / 1e6).toFixed(2)} megapixels, ${lines} lines, ${metres.toFixed(1)} m, ${points} points`,
  );
  console.log(
    `  whole ${ms(found.whole)}; values ${ms(found.values)}; back to values ${ms(found.back)}; tolerance ${ms(found.tolerance)}; edge limits ${ms(found.edges)}; budget ${ms(found.budget)}; first quick look ${ms(found.firstLook)}; next ${ms(found.nextLook)}`,
  );
  for (const other of others) {
    console.log(
      `  ${other.name} ${ms(other.ms)}, ${other.points} points: ${(other.ms / found.whole).toFixed(1)} times as long, ${(other.points / points).toFixed(0)} times the points`,
    );
  }
  console.log(`  ${(fastest / found.whole).toFixed(2)} times as fast as the fastest of them`);
}
