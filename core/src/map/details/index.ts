export * from './details.js';
export * from './crests.js';
export * from './thin-line.js';
export * from './thin-lines.js';
export * from './linked.js';
export * from './direction.js';
export * from './distance-from-boundaries.js';
