import { buildAll, install } from './prepare.mjs';

install();
buildAll();
await import('../server/dist/main.js');
