export * from './assemble.js';
export * from './finish.js';
export * from './shape-numbers.js';
