export * from './drawings.js';
export * from './map-of-drawing.js';
