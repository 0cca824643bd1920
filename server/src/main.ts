import { readSettings } from './settings.js';
import { serveUntilStopped } from './serve.js';

try {
  await serveUntilStopped(readSettings(), 'Nobrel is open at');
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
}
