export * from './synthetic-scene.js';
export * from './seeded.js';
