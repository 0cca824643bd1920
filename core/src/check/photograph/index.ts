export * from './judge-photograph.js';
