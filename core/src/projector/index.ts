export * from './projected.js';
export * from './thrown.js';
export * from './wall.js';
export * from './try-out.js';
