export { drawnPlaces } from './drawn-places.js';
export * from './kinds.js';
export * from './measure.js';
export * from './propose.js';
