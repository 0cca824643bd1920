export * from './drawings.js';
export * from './map-of-drawing.js';
export * from './try-clean-ups.js';
