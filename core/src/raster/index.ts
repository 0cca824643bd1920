export * from './picture.js';
export * from './blur.js';
export * from './sample.js';
export * from './average.js';
export * from './box-mean.js';
export * from './softened.js';
export * from './median.js';
