import type { Picture } from '../../../raster/index.js';
import { dotsOn } from './dots.js';
import type { Screen } from '../wall-fit.js';

/** The calibration dots as the picture a projector shows, their rims softened over a pixel as a browser draws them. */
export function dotsFrame(screen: Screen): Picture {
  const { width, height } = screen;
  const data = new Uint8ClampedArray(4 * width * height);
  for (let i = 3; i < data.length; i += 4) data[i] = 255;
  for (const { x, y, radiusPx } of dotsOn(screen))
    for (let py = Math.floor(y - radiusPx - 1); py <= y + radiusPx + 1; py++)
      for (let px = Math.floor(x - radiusPx - 1); px <= x + radiusPx + 1; px++) {
        const cover = radiusPx + 0.5 - Math.hypot(px + 0.5 - x, py + 0.5 - y);
        if (cover > 0) data.fill(255 * Math.min(1, cover), 4 * (py * width + px), 4 * (py * width + px) + 3);
      }
  return { width, height, channels: 4, data };
}
