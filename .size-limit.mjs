/** What a browser loads before it shows the first page: the scripts its HTML names. */
import { readFileSync } from 'node:fs';

const html = readFileSync('web/dist/index.html', 'utf8');
const scripts = [...html.matchAll(/(?:src|href)="\/(assets\/[^"]+\.js)"/g)].map(
  ([, path]) => `web/dist/${path}`,
);

export default [{ name: 'Scripts of the first page, compressed', path: scripts, limit: '250 kB' }];
