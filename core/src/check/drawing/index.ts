export { checkDrawing, DrawingNotFound, usualToleranceMm, type CheckedDrawing } from './check-drawing.js';
export * from './say-findings.js';
