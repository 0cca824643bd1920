/** Lets page tests load components with the styles they import: without a browser a style sheet is nothing. */
import { register } from 'node:module';

const hooks = `
  export const resolve = (specifier, context, next) =>
    specifier.endsWith('.css')
      ? { url: new URL(specifier, context.parentURL).href, shortCircuit: true }
      : next(specifier, context);
  export const load = (url, context, next) =>
    url.endsWith('.css') ? { format: 'module', source: '', shortCircuit: true } : next(url, context);
`;
register(`data:text/javascript,${encodeURIComponent(hooks)}`);
