export * from './drawn-stroke.js';
export * from './drawing-scenes.js';
export * from './render-drawing.js';
export * from './judge-strokes.js';
export * from './corrected-print.js';
export * from './judge-corrections.js';
