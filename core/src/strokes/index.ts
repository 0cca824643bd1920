export * from './find-strokes.js';
export type { Stroke } from './chain.js';
export * from './belongs.js';
export type { MeasuredStroke } from './measure-strokes.js';
export * from './tell-drawing.js';
export { toneOf, type DrawingTone } from './tone.js';
export { findRulings, type Ruling } from './rulings.js';
export { evenPaper, type Ink } from './paper.js';
