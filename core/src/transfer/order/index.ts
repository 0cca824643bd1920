export * from './order-lines.js';
export * from './palm.js';
export * from './schools.js';
export * from './traced-lines.js';
export * from './plan-tracing.js';
export * from './sections.js';
export * from './check-marks.js';
