export * from './drills/index.js';
export * from './next-drill.js';
export * from './point-first.js';
export * from './record.js';
export * from './skill.js';
export * from './tendency.js';
