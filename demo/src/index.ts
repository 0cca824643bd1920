export { referencePath, seed } from './seed.js';
