export * from './weigh.js';
export * from './budget.js';
export * from './effort.js';
export * from './line-ends.js';
export * from './pencil-strokes.js';
export * from './short-links.js';
