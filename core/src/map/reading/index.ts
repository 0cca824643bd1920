export * from './working-raster.js';
export * from './colours.js';
