/**
 * Large pictures: how the time grows with the pixels, what memory six megapixels take, and a JPEG of 24
 * megapixels to a finished map through the command line.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { defaultMapSettings, MapMaker } from '@nobrel/core/map';
import { timed } from './timed.js';

const path = fileURLToPath(new URL('../../demo/references/dinghy-on-the-hard.jpg', import.meta.url));

async function make(megapixels: number): Promise<number> {
  const width = Math.round(Math.sqrt(megapixels * 1e6 * 1.5));
  const { data, info } = await sharp(path)
    .resize(width)
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const frame = { x: 0, y: 0, width: 300, height: (300 * info.height) / info.width };
  const request = {
    picture: { width: info.width, height: info.height, channels: 3 as const, data: new Uint8Array(data) },
    pictureKey: String(megapixels),
    window: { x: 0, y: 0, width: info.width, height: info.height },
    placement: { surface: frame, frame },
    settings: { ...defaultMapSettings, pencilMm: (2 * 300) / info.width },
  };
  return timed(() => new MapMaker().make(request), 3);
}

if (process.argv[2] === 'memory') {
  const ms = await make(6);
  console.log(
    `6 megapixels: ${ms.toFixed(0)} ms, at most ${(process.resourceUsage().maxRSS / 1024).toFixed(0)} MB in all`,
  );
} else {
  for (const megapixels of [1.5, 3, 6]) {
    const ms = await make(megapixels);
    console.log(
      `${megapixels} megapixels: ${ms.toFixed(0)} ms, ${(ms / megapixels).toFixed(0)} ms a megapixel`,
    );
  }
  const self = fileURLToPath(import.meta.url);
  console.log(spawnSync(process.execPath, [self, 'memory'], { encoding: 'utf8' }).stdout.trim());
  const folder = mkdtempSync(join(tmpdir(), 'nobrel-bench-'));
  const large = join(folder, 'large.jpg');
  await sharp(path).resize(6000, 4000, { fit: 'fill' }).jpeg({ quality: 90 }).toFile(large);
  const nobrel = fileURLToPath(new URL('../../server/bin/nobrel.mjs', import.meta.url));
  // The first run may have to build what changed.
  spawnSync(process.execPath, [nobrel, '--help']);
  const start = performance.now();
  const run = spawnSync(
    process.execPath,
    [nobrel, 'map', large, '--surface', '300x200mm', '--json', join(folder, 'm.json')],
    {
      encoding: 'utf8',
    },
  );
  console.log(
    `24 megapixels on the command line: ${((performance.now() - start) / 1000).toFixed(1)} s. ${run.stdout.trim()}${run.stderr.trim()}`,
  );
  rmSync(folder, { recursive: true, force: true });
}
