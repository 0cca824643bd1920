export * from './polyline.js';
export * from './rect.js';
export * from './line.js';
export * from './homography.js';
export * from './divide.js';
export * from './bezier.js';
export * from './smooth-run.js';
export * from './normals.js';
