export * from './decisions.js';
export * from './notes.js';
export * from './grey.js';
