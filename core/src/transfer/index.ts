export * from './decisions.js';
export * from './methods/index.js';
export * from './steps/index.js';
export * from './notes.js';
export * from './order/index.js';
export * from './run/index.js';
export * from './slip.js';
export * from './verdict.js';
