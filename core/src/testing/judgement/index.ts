export * from './truth.js';
export * from './score.js';
