export * from './srgb.js';
export * from './lab.js';
export * from './lightness-table.js';
export * from './delta-e.js';
