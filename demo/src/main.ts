import { readSettings, serveUntilStopped, openFile } from '@nobrel/server';
import { seedHistory } from './history.js';
import { seed } from './seed.js';

/** Serves a file of made-up works, apart from the painter's own. */
try {
  const settings = readSettings('nobrel-demo');
  const file = await openFile(settings.dataFolder);
  if (await seed(file)) await seedHistory(file);
  await file.close();
  await serveUntilStopped(settings, 'The demo file is open at');
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
}
