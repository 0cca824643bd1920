export * from './find-strokes.js';
export type { Stroke } from './chain.js';
export * from './belongs.js';
export * from './tell-drawing.js';
export { findRulings, type Ruling } from './rulings.js';
