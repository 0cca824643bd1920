export * from './synthetic-scene.js';
export * from './accuracy-scenes.js';
export * from './map-accuracy.js';
export * from './seeded.js';
export * from './photographed-sheet.js';
export * from './line-map.js';
export * from './judgement/index.js';
export * from './drawings/index.js';
