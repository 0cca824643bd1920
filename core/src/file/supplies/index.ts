export * from './supply.js';
export * from './uses.js';
export * from './stock.js';
