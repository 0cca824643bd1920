import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { expect } from 'chai';
import { decisionsPage } from '@nobrel/core/file';

const root = fileURLToPath(new URL('../..', import.meta.url));
const page = (name: string) => readFile(join(root, 'docs', name), 'utf8');

/** Blocks of JavaScript on a page of the docs. */
const blocksOf = (markdown: string) =>
  [...markdown.matchAll(/```js\n([\s\S]*?)```/g)].map(([, code = '']) => code);

describe('the docs', () => {
  it('list the decisions, sheet kinds and methods there are: run npm run docs when they do not', async () => {
    expect(await page('decisions.md')).to.equal(decisionsPage());
  });

  it('have examples of the core that run as they stand', async () => {
    const blocks = blocksOf(await page('core.md'));
    expect(blocks.length).to.be.at.least(4);
    // Inside the server's folder, so that the examples find the core as a reader's own code would.
    const folder = await mkdtemp(join(root, 'server', 'dist', 'examples-'));
    try {
      for (const [index, code] of blocks.entries()) {
        const file = join(folder, `example-${index}.mjs`);
        await writeFile(file, code);
        await import(pathToFileURL(file).href);
      }
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  });
});
