/**
 * Lets page tests load components with the styles they import: without a browser a style sheet is nothing, and each
 * class of a module is called by its own name.
 */
import { register } from 'node:module';

/** The names a module of styles gives to code. */
function classesOf(url, readFileSync, fileURLToPath) {
  const sheet = readFileSync(fileURLToPath(url), 'utf8');
  const names = [...sheet.matchAll(/\.([a-z][\w-]*)/g)].map(([, name]) => name);
  const called = new Set(names.map((name) => name.replace(/-(\w)/g, (_, letter) => letter.toUpperCase())));
  return [...called].map((name) => `export const ${name} = '${name}';`).join('\n');
}

const hooks = `
  import { readFileSync } from 'node:fs';
  import { fileURLToPath } from 'node:url';
  ${classesOf}
  const inSources = (specifier, from) =>
    new URL(specifier, specifier.includes('.module.') ? from.replace('/web/dist-ts/', '/web/src/') : from).href;
  export const resolve = (specifier, context, next) =>
    specifier.endsWith('.css')
      ? { url: inSources(specifier, context.parentURL), shortCircuit: true }
      : next(specifier, context);
  export const load = (url, context, next) =>
    url.endsWith('.css')
      ? { format: 'module', source: url.endsWith('.module.css') ? classesOf(url, readFileSync, fileURLToPath) : '', shortCircuit: true }
      : next(url, context);
`;
register(`data:text/javascript,${encodeURIComponent(hooks)}`);
