export * from './settings.js';
export * from './working-raster.js';
export * from './effort.js';
export * from './budget.js';
export * from './notes.js';
export { MapMaker, type MapProgress, type MapRequest } from './pipeline.js';
export type { Placement } from './assemble.js';
export { bestSeparation, lightnessHistogram } from './values.js';
