export * from './on-the-wall.js';
export * from './planned-paper.js';
export * from './pressure.js';
export * from './through-paper.js';
