import sharp from 'sharp';
import type { DrawnLine, JudgedPlaces, Truth } from '@nobrel/core/testing';
import type { Picture } from '@nobrel/core/raster';

/** Side by side: the picture, its truth, and the drawing: black right, red on nothing, orange on texture, green missed. */
export async function writeContactSheet(
  path: string,
  picture: Picture,
  truth: Truth,
  drawn: readonly DrawnLine[],
  { missed, wrong }: JudgedPlaces,
): Promise<void> {
  const scale = 800 / truth.widthMm;
  const [width, height] = [800, Math.round(scale * truth.heightMm)];
  const dots = (at: readonly { x: number; y: number }[], colour: string, radius: number) =>
    at
      .map(
        ({ x, y }) =>
          `<circle cx="${(x * scale).toFixed(1)}" cy="${(y * scale).toFixed(1)}" r="${radius}" fill="${colour}"/>`,
      )
      .join('');
  const path2 = drawn
    .map(({ points, closed }) => {
      let d = '';
      for (let i = 0; i < points.length; i += 2) {
        d += `${i === 0 ? 'M' : 'L'}${((points[i] ?? 0) * scale).toFixed(1)} ${((points[i + 1] ?? 0) * scale).toFixed(1)}`;
      }
      return `<path d="${d}${closed ? 'Z' : ''}" fill="none" stroke="black" stroke-width="1"/>`;
    })
    .join('');
  const svg = (content: string) =>
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="white"/>${content}</svg>`,
    );
  const contours = truth.contours.flat();
  const shown = await sharp(picture.data, {
    raw: { width: picture.width, height: picture.height, channels: picture.channels },
  })
    .resize(width, height)
    .removeAlpha()
    .png()
    .toBuffer();
  const strong = contours.filter(({ deltaE }) => deltaE >= 3);
  const faint = contours.filter(({ deltaE }) => deltaE < 3);
  await sharp({ create: { width: 3 * width, height, channels: 3, background: 'white' } })
    .composite([
      { input: shown, left: 0, top: 0 },
      { input: svg(dots(faint, '#ccc', 1) + dots(strong, '#0a4', 1)), left: width, top: 0 },
      {
        input: svg(
          path2 +
            dots(missed, '#0b4', 1.2) +
            dots(
              wrong.filter(({ textured }) => !textured),
              '#e00',
              1.2,
            ) +
            dots(
              wrong.filter(({ textured }) => textured),
              '#f80',
              1.2,
            ),
        ),
        left: 2 * width,
        top: 0,
      },
    ])
    .png()
    .toFile(path);
}
