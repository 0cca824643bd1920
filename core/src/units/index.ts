export * from './length.js';
export * from './paper.js';
export * from './duration.js';
export * from './counted.js';
export * from './letters.js';
export * from './format.js';
