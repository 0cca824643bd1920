export * from './colours.js';
export * from './evidence.js';
