import { greyByteOfLightness, lightnessPlane } from '../../colour/index.js';
import { luminanceOfWindow, type Picture } from '../../raster/index.js';
import { evenPaper } from '../../strokes/index.js';

/** What the paper is shown as: nearly white, or dark where the drawing is light on dark, L\*. */
const shownPaper = { light: 95, dark: 22 };

/** The darkest strokes are shown so much darker than the paper, L\*, however faint they are; but no fainter drawing so much stronger. */
const shownStroke = 72;
const maxGain = 4;
/** The share of the sheet that the darkest of its strokes take. */
const darkestShare = 0.004;

/** The photograph of a drawing with its light evened out and the tone of its paper taken away, in greys. */
export function withEvenLight(flat: Picture, pxPerMm: number): Picture {
  const { width, height } = flat;
  const { data } = luminanceOfWindow(flat, { x: 0, y: 0, width, height }, width, height);
  const { plane, lightOnDark } = evenPaper({ width, height, data: lightnessPlane(data) }, pxPerMm);
  const bytes = Uint8ClampedArray.from({ length: 101 }, (_, lightness) => greyByteOfLightness(lightness));
  const gain = Math.min(maxGain, Math.max(1, shownStroke / darkestOf(plane.data)));
  const out = new Uint8ClampedArray(4 * width * height).fill(255);
  for (let i = 0; i < plane.data.length; i++) {
    const lightness = lightOnDark
      ? shownPaper.dark + gain * plane.data[i]
      : shownPaper.light - gain * plane.data[i];
    out.fill(bytes[Math.round(Math.min(100, Math.max(0, lightness)))], 4 * i, 4 * i + 3);
  }
  return { width, height, channels: 4, data: out };
}

/** What lies beyond the photograph is shown so, and looked at in squares of so many pixels. */
const beyondGrey = 200;
const beyondSide = 4;

/**
 * A sheet with what its photograph does not show in an even grey.
 *
 * @param isShown whether the photograph shows a place of the sheet, pixels of it
 */
export function withBeyondGrey(sheet: Picture, isShown: (x: number, y: number) => boolean): Picture {
  const { width, height } = sheet;
  const data = Uint8ClampedArray.from(sheet.data);
  for (let top = 0; top < height; top += beyondSide)
    for (let left = 0; left < width; left += beyondSide) {
      if (isShown(left + beyondSide / 2, top + beyondSide / 2)) continue;
      const right = Math.min(width, left + beyondSide);
      for (let y = top; y < Math.min(height, top + beyondSide); y++)
        for (let x = left; x < right; x++)
          data.fill(beyondGrey, 4 * (y * width + x), 4 * (y * width + x) + 3);
    }
  return { width, height, channels: 4, data };
}

function darkestOf(ink: Float32Array): number {
  const every = Math.max(1, Math.floor(ink.length / 200_000));
  const some = ink.filter((_, i) => i % every === 0).sort();
  return some[Math.floor((1 - darkestShare) * (some.length - 1))] ?? shownStroke;
}
