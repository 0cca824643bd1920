export * from './picture.js';
export * from './blur.js';
export * from './sample.js';
