export { checkDrawing, type CheckedDrawing } from './check-drawing.js';
export { DrawingNotFound } from './place/drawing-not-found.js';
export * from './place/known-point.js';
export * from './place/place-by-points.js';
export * from './say-findings.js';
export * from './tolerance.js';
