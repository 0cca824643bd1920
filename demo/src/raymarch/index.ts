export * from './noise.js';
export * from './render.js';
export * from './solids.js';
export * from './vector.js';
