export * from './decision.js';
export * from './describe.js';
