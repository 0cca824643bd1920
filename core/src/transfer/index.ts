export * from './decisions.js';
export * from './methods/index.js';
export * from './step.js';
export * from './steps.js';
export * from './notes.js';
