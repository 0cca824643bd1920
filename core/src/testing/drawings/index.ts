export * from './drawing-scenes.js';
export * from './judge-strokes.js';
export type { FoundLine } from './samples.js';
export * from './sketch-map.js';
export * from './judge-corrections.js';
export * from './judge-check.js';
export * from './photographed.js';
export * from './render-lightness.js';
