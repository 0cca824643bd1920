export * from './read-document.js';
export * from './map-document.js';
export * from './svg.js';
export * from './dxf.js';
export { readSvg } from './read-svg.js';
export { readDxf } from './read-dxf.js';
export type { Brought } from './lines-as-map.js';
export { readDrawing } from './read-drawing.js';
export * from './check-report.js';
