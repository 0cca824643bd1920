export * from './run.js';
export * from './known-again.js';
export * from './next.js';
export * from './pace.js';
export * from './line-words.js';
export * from './take-back.js';
export * from './merge-runs.js';
