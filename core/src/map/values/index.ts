export * from './values.js';
export * from './light.js';
export * from './quiet.js';
export * from './slopes.js';
export * from './shapes.js';
export * from './regions.js';
export * from './region-graph.js';
export * from './merge.js';
