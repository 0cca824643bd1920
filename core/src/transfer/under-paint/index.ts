export * from './as-seen.js';
export * from './says.js';
export * from './under-paint.js';
