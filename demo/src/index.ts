export { referencePath, seed } from './seed.js';
export * from './history.js';
