export * from './place-sheet.js';
