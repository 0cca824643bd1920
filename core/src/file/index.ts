export * from './work.js';
export * from './progress.js';
