import sharp, { type Sharp } from 'sharp';

/** A picture of a dark disc and a grey bar on light ground, as raw RGB. */
export function testPicture(width = 600, height = 480): { data: Buffer; width: number; height: number } {
  const data = Buffer.alloc(width * height * 3);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const disc = Math.hypot(x - width * 0.35, y - height * 0.5) < height * 0.3;
      const bar = x > width * 0.7 && x < width * 0.85 && y > height * 0.2;
      data.fill(disc ? 40 : bar ? 130 : 225, (y * width + x) * 3, (y * width + x) * 3 + 3);
    }
  }
  return { data, width, height };
}

/** The test picture encoded by sharp. */
export function encoded(change: (image: Sharp) => Sharp = (image) => image.jpeg()): Promise<Buffer> {
  const { data, width, height } = testPicture();
  return change(sharp(data, { raw: { width, height, channels: 3 } })).toBuffer();
}
