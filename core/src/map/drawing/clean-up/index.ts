export * from './clean-up.js';
export type { Run } from './sections.js';
