export * from './corrections.js';
export * from './anchors.js';
export * from './apply.js';
export * from './areas.js';
export * from './follow-edge.js';
export * from './thing-finder.js';
