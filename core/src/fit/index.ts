export * from './surface-kinds.js';
export * from './decisions.js';
export * from './layout.js';
export * from './notes.js';
