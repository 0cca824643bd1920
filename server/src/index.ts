export { openFile, type OpenFile } from './open-file.js';
export { readSettings, type Settings } from './settings.js';
export { serve, serveUntilStopped, type Running } from './serve.js';
export { readMapFile } from './cli/read-map.js';
export { readPicture } from './reference/decode.js';
