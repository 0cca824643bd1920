import { expect } from 'chai';
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const sources = fileURLToPath(new URL('../../web/src', import.meta.url));
const paths = readdirSync(sources, { recursive: true, encoding: 'utf8' }).filter((path) =>
  path.endsWith('.module.css'),
);
const sheets = paths.map((path) => ({
  path,
  text: readFileSync(`${sources}/${path}`, 'utf8'),
}));

describe('style sheets', () => {
  // A module's names are its own: keyframes of another sheet are not found, and nothing says so.
  it('have the keyframes of their animations', () => {
    const lost = sheets.flatMap(({ path, text }) =>
      [...text.matchAll(/animation: ([a-z-]+)/g)]
        .map(([, name = '']) => name)
        .filter((name) => !text.includes(`@keyframes ${name} {`))
        .map((name) => `${path}: ${name}`),
    );
    expect(sheets.length).to.be.greaterThan(0);
    expect(lost).to.deep.equal([]);
  });
});
