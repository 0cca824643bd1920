export * from './working-raster.js';
export * from './colour-planes.js';
