/** Writes the pages of the docs that come from the program's own tables. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildAll, install, root } from './prepare.mjs';

install();
buildAll();
const { decisionsPage } = await import('../core/dist/file/decisions-page.js');
writeFileSync(join(root, 'docs', 'decisions.md'), decisionsPage());
