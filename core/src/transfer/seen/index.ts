export * from './on-the-wall.js';
export * from './pressure.js';
export * from './through-paper.js';
