export * from './plan.js';
export * from './plan-words.js';
export * from './planned-work.js';
