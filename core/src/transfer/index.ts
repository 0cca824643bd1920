export * from './decisions.js';
export * from './steps.js';
