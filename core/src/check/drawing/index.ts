export { checkDrawing, type CheckedDrawing } from './check-drawing.js';
export { DrawingNotFound } from './drawing-not-found.js';
export * from './known-point.js';
export * from './place-by-points.js';
export * from './say-findings.js';
export * from './tolerance.js';
