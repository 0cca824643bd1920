export * from './boundaries.js';
export * from './planar-map.js';
export * from './strip.js';
export * from './step.js';
export * from './locate.js';
export { KeptArcs } from './kept-arcs.js';
export * from './junctions.js';
export * from './quality.js';
