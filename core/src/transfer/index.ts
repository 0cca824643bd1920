export * from './decisions.js';
export * from './steps.js';
export * from './notes.js';
