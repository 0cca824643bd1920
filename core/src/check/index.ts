export * from './decisions.js';
export * from './findings.js';
export * from './notes.js';
export { readCorrectedSheet, SheetNotFound, type CorrectedSheet } from './corrections/corrected-sheet.js';
export { printedPages, type PrintedPage } from './registration/printed-page.js';
export * from './drawing/index.js';
