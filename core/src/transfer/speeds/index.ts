export * from './measures.js';
export * from './own-speeds.js';
export * from './timed-works.js';
export * from './notes.js';
