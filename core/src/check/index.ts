export * from './corrected-sheet.js';
export { printedPages, type PrintedPage } from './printed-page.js';
