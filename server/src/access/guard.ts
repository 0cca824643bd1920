import type { RequestHandler } from 'express';
import { Fault } from '../faults.js';

/** A page elsewhere cannot send this without asking first, and is never allowed to. */
export const ownHeader = 'x-nobrel';

const reading = new Set(['GET', 'HEAD']);

/** The name a request was addressed to, or null where it makes no sense. */
function nameOf(host: string | undefined): string | null {
  if (host === undefined || !URL.canParse(`http://${host}`)) return null;
  return new URL(`http://${host}`).hostname;
}

/**
 * Answers only what was addressed to a name this program goes by.
 *
 * @param names in small letters
 */
export function guardNames(names: ReadonlySet<string>): RequestHandler {
  return (request, _response, next) => {
    const name = nameOf(request.headers.host);
    if (name === null || !names.has(name))
      throw new Fault(
        421,
        'wrong-name',
        'This program does not answer to that name. Open it at the address it prints, or add the name to NOBREL_NAMES.',
      );
    next();
  };
}

/** Longer addresses name nothing here. */
const maxPath = 1000;

/** Refuses addresses that can name nothing: with a nil, which databases and file systems end names at, or endless. */
export const guardPath: RequestHandler = (request, _response, next) => {
  if (/%00|\0/.test(request.path) || request.path.length > maxPath)
    throw new Fault(400, 'bad-address', 'This address names nothing that could be here.');
  next();
};

/** Lets only this program’s own pages and tools ask and change anything: no page from elsewhere in the same browser. */
export const guardOrigin: RequestHandler = (request, _response, next) => {
  const { host, origin, 'sec-fetch-site': site } = request.headers;
  const own = origin === undefined || (URL.canParse(origin) && new URL(origin).host === host);
  const near = site === undefined || site === 'same-origin' || site === 'none';
  const marked = reading.has(request.method) || request.headers[ownHeader] !== undefined;
  if (!own || !near || !marked)
    throw new Fault(
      403,
      'strange-page',
      'Only this program’s own pages may do that. Open it at its address.',
    );
  next();
};
