export * from './pressure.js';
export * from './through-paper.js';
