export * from './work.js';
export * from './progress.js';
export * from './map-current.js';
export * from './sheet-source.js';
export * from './sheets-to-join.js';
export * from './stations.js';
export * from './decisions-page.js';
