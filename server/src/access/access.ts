import { parse } from 'cookie';
import { json, Router, type Request, type RequestHandler } from 'express';
import { rateLimit } from 'express-rate-limit';
import { enterSchema, type Access } from '@nobrel/core/file';
import { Fault, parseInput } from '../faults.js';
import type { Devices } from './devices.js';
import { isLoopbackAddress } from './names.js';

const cookieName = 'nobrel';

/** Wrong codes from one address before it has to wait, and for how long, milliseconds. */
const maxTries = 10;
const waitMs = 15 * 60_000;

/** How the program is reached from other devices. */
export type Beyond = { devices: Devices; addresses: readonly string[]; sealed: boolean };

/** What a device was given when it was let in. */
const shownBy = (request: Request): string => parse(request.headers.cookie ?? '')[cookieName] ?? '';

/** This computer needs no code. */
const isHere = (request: Request) => isLoopbackAddress(request.socket.remoteAddress);

const isLetIn = (request: Request, beyond: Beyond | null): boolean =>
  isHere(request) || (beyond?.devices.isLetIn(shownBy(request)) ?? false);

/** Lets devices in with the code, lists them and sends them away; must stand before {@link guardDevices}. */
export function accessRoutes(beyond: Beyond | null): Router {
  const router = Router();
  const tries = rateLimit({
    windowMs: waitMs,
    limit: maxTries,
    skipSuccessfulRequests: true,
    handler: (_request, _response, next) =>
      next(
        new Fault(429, 'too-many-tries', 'Too many wrong codes. Wait a quarter of an hour and try again.'),
      ),
  });
  router.get('/access', (request, response) => {
    const answer: Access = {
      letIn: isLetIn(request, beyond),
      beyond:
        beyond && isHere(request)
          ? {
              code: beyond.devices.code,
              addresses: [...beyond.addresses],
              sealed: beyond.sealed,
              devices: [...beyond.devices.list()],
            }
          : null,
    };
    response.set('Cache-Control', 'no-store').json(answer);
  });
  router.post('/access/devices', json({ limit: '10kb' }), tries, async (request, response) => {
    const { code, name } = parseInput(enterSchema, request.body);
    if (!beyond?.devices.isCode(code))
      throw new Fault(
        403,
        'wrong-code',
        'This is not the code. It stands on the screen of the computer that runs the program.',
        'code',
      );
    response.cookie(cookieName, await beyond.devices.letIn(name), {
      httpOnly: true,
      sameSite: 'strict',
      secure: beyond.sealed,
      maxAge: 365 * 24 * 3600 * 1000,
    });
    response.status(204).end();
  });
  router.delete('/access/devices/:id', async (request, response) => {
    if (!isHere(request))
      throw new Fault(403, 'not-here', 'Devices are sent away at the computer that runs the program.');
    await beyond?.devices.sendAway(request.params.id);
    response.status(204).end();
  });
  return router;
}

/** Answers only this computer and devices that were let in. */
export function guardDevices(beyond: Beyond | null): RequestHandler {
  return (request, _response, next) => {
    if (!isLetIn(request, beyond))
      throw new Fault(401, 'code-needed', 'This device has not been let in yet. Type the access code.');
    next();
  };
}
