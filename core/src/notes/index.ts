export * from './note.js';
