import type { Scene } from '../raymarch/render.js';
import { bench } from './bench.js';
import { dinghy, slip } from './shore.js';

/** The made-up references, in the order they are rendered. */
export const scenes: readonly Scene[] = [bench, dinghy, slip];
