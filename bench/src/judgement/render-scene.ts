import { dot, lookAlongRow, renderRows, type Vector } from '@nobrel/demo/raymarch';
import { gaussian, seeded, type SeenPicture } from '@nobrel/core/testing';
import type { JudgedScene } from './scenes/index.js';

/** A highlight is what adds this much light. */
const highlightFrom = 0.16;

/** One part turns or hides itself where its normal differs this much within so many pixels. */
const creaseCosine = 0.8;
const creasePx = 2;

/** What lies on every pixel of a scene, and its clean picture. */
export function renderScene({ scene, objectOf, textured, faceted }: JudgedScene): SeenPicture {
  const { widthPx: width, heightPx: height } = scene;
  const count = width * height;
  const seen: SeenPicture = {
    width,
    height,
    rgb: renderRows(scene, 0, height),
    part: new Int16Array(count),
    objectOf: [],
    textured: new Uint8Array(count),
    lit: new Float32Array(count),
    highlight: new Uint8Array(count),
    crease: new Uint8Array(count),
  };
  const normals: Vector[] = [];
  // Parts are numbered as they are met; a flat face of a faceted thing is a part of its own.
  const numbers = new Map<string, number>();
  for (let y = 0, i = 0; y < height; y++) {
    for (const { thing, normal, lit, highlight } of lookAlongRow(scene, y)) {
      const face = faceted[thing] ? normal.map((n) => Math.round(3 * n)).join() : '';
      const key = `${thing} ${face}`;
      let part = numbers.get(key);
      if (part === undefined) {
        part = numbers.size;
        numbers.set(key, part);
        seen.objectOf.push(objectOf[thing] ?? -1);
      }
      seen.part[i] = part;
      seen.textured[i] = textured[thing] ? 1 : 0;
      seen.lit[i] = lit;
      normals.push(normal);
      const beside = [i - creasePx, i - creasePx * width].filter((j) => j >= 0);
      if (beside.some((j) => seen.part[j] === part && dot(normal, normals[j]!) < creaseCosine))
        seen.crease[i] = 1;
      seen.highlight[i] = highlight > highlightFrom ? 1 : 0;
      i++;
    }
  }
  return seen;
}

/** What a camera makes of a clean picture, short of its JPEG: blur, vignette and noise. */
export function photographed({ rgb, width, height }: SeenPicture, { finish }: JudgedScene): Uint8Array {
  const random = seeded(Math.round(1e6 * finish.blurPx));
  const soft = blurred(rgb, width, height, finish.blurPx);
  const out = new Uint8Array(soft.length);
  for (let i = 0; i < width * height; i++) {
    const u = ((i % width) + 0.5) / width - 0.5;
    const v = (Math.floor(i / width) + 0.5) / width - height / width / 2;
    const falloff = 1 - 0.35 * (u * u + v * v);
    const grey = gaussian(random);
    for (let k = 0; k < 3; k++) {
      const value = soft[3 * i + k]! * falloff + finish.noise * (0.7 * grey + 0.7 * gaussian(random));
      out[3 * i + k] = Math.min(255, Math.max(0, Math.round(value)));
    }
  }
  return out;
}

function blurred(rgb: Uint8Array, width: number, height: number, sigma: number): Float32Array {
  const radius = Math.ceil(3 * sigma);
  const weights = Array.from({ length: 2 * radius + 1 }, (_, k) =>
    Math.exp(-((k - radius) ** 2) / (2 * sigma * sigma)),
  );
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const pass = (from: ArrayLike<number>, step: number, length: number, position: (i: number) => number) => {
    const out = new Float32Array(from.length);
    for (let i = 0; i < width * height; i++) {
      const at = position(i);
      for (let k = -radius; k <= radius; k++) {
        const offset = Math.min(length - 1, Math.max(0, at + k)) - at;
        const weight = weights[k + radius]! / total;
        for (let c = 0; c < 3; c++) out[3 * i + c]! += weight * from[3 * (i + offset * step) + c]!;
      }
    }
    return out;
  };
  const across = pass(rgb, 1, width, (i) => i % width);
  return pass(across, width, height, (i) => Math.floor(i / width));
}
