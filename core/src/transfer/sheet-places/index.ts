export * from './coated-sheet.js';
export * from './place-sheet.js';
