export * from './find-strokes.js';
export type { Stroke } from './stroke.js';
export * from './belonging/belongs.js';
export type { MeasuredStroke } from './belonging/measure-strokes.js';
export * from './tell-drawing.js';
export { tonedShare, toneOf, type DrawingTone } from './paper/tone.js';
export { findRulings, type Ruling } from './paper/rulings.js';
export { evenPaper, type Ink } from './paper/paper.js';
