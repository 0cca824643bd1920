export { checkDrawing, DrawingNotFound, type CheckedDrawing } from './check-drawing.js';
export * from './say-findings.js';
export { usualToleranceMm } from './tolerance.js';
