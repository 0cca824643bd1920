export * from './draw.js';
export * from './curves.js';
export * from './cubic.js';
export * from './straights.js';
export * from './points.js';
