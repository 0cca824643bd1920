export * from './read-document.js';
export * from './map-document.js';
export * from './svg.js';
export * from './dxf.js';
