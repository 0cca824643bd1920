export * from './live.js';
export * from './make-true.js';
export * from './placed.js';
