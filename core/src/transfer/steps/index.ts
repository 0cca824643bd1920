export * from './cautions.js';
export * from './step.js';
export * from './transfer-steps.js';
