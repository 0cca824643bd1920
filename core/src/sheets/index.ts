export * from './decisions.js';
export * from './tiling.js';
export * from './join-marks.js';
export * from './page.js';
export { outlineSheets, type OutlineOptions, type SheetSet } from './outline.js';
export { paintPdf, pointsPerMm, type PdfOptions } from './paint-pdf.js';
export * from './layout-file.js';
export * from './notes.js';
