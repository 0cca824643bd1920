export * from './watershed.js';
export * from './contour-graph.js';
export * from './features.js';
export * from './contour-model.js';
export * from './hierarchy.js';
export * from './level.js';
export * from './weights-for.js';
