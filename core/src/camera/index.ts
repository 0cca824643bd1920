export * from './drawn-stroke.js';
export * from './drawn-by-hand.js';
export * from './corrected-print.js';
export * from './print.js';
export * from './scanner.js';
export * from './faults-of-hand.js';
export type { PhotographerFaults } from './photographer.js';
export * from './render-drawing.js';
export * from './seeded.js';
