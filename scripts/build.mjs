import { buildAll, install } from './prepare.mjs';

install();
buildAll();
