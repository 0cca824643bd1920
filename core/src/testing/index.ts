export * from './synthetic-scene.js';
export * from './seeded.js';
export * from './photographed-sheet.js';
