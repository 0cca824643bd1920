import { buildAll, install } from './prepare.mjs';

install();
buildAll();
await import('../demo/dist/main.js');
