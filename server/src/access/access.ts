import { parse } from 'cookie';
import { json, Router, type Request, type RequestHandler, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import { enterSchema, guestEntersSchema, type Access } from '@nobrel/core/file';
import { Fault, parseInput } from '../faults.js';
import type { Devices } from './devices.js';
import { mayAsk, type Guests } from './guests.js';
import { isLoopbackAddress } from './names.js';

const cookieName = 'nobrel';
const guestCookieName = 'nobrel-guest';

/** Wrong codes from one address before it has to wait, and for how long, milliseconds. */
const maxTries = 10;
const waitMs = 15 * 60_000;

/** A device that was let in stays so until it is disconnected, or is not seen for a year. */
const yearMs = 365 * 24 * 3600_000;

/** How the program is reached from other devices. */
export type Beyond = { devices: Devices; addresses: readonly string[]; sealed: boolean };

/** What a device was given when it was let in, as a guest or for good. */
const shownBy = (request: Request, name: string): string => parse(request.headers.cookie ?? '')[name] ?? '';

/** This computer needs no code. */
const isHere = (request: Request) => isLoopbackAddress(request.socket.remoteAddress);

const isLetIn = (request: Request, beyond: Beyond | null): boolean =>
  isHere(request) || (beyond?.devices.isLetIn(shownBy(request, cookieName)) ?? false);

/** The work a device leads that was let in for nothing else, or null. */
const guestOf = (request: Request, guests: Guests): string | null =>
  guests.workOf(shownBy(request, guestCookieName));

/** Lets devices in with the code, lists them and sends them away; must stand before {@link guardDevices}. */
export function accessRoutes(beyond: Beyond | null, guests: Guests): Router {
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
  const given = { httpOnly: true, sameSite: 'strict', secure: beyond?.sealed ?? false } as const;
  router.get('/access', (request, response) => {
    const letIn = isLetIn(request, beyond);
    const answer: Access = {
      letIn,
      guestOf: letIn ? null : guestOf(request, guests),
      beyond:
        beyond && isHere(request)
          ? {
              code: beyond.devices.code,
              addresses: [...beyond.addresses],
              sealed: beyond.sealed,
              devices: [...beyond.devices.list()],
              guests: guests.list(),
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
        'This is not the code. It is shown on the screen of the computer that runs the program.',
        'code',
      );
    response.cookie(cookieName, await beyond.devices.letIn(name), { ...given, maxAge: yearMs });
    response.status(204).end();
  });
  router.post('/access/guests', json({ limit: '10kb' }), tries, (request, response) => {
    const { token } = parseInput(guestEntersSchema, request.body);
    if (guests.workOf(token) === null)
      throw new Fault(
        410,
        'no-invitation',
        'This code has expired. Show a new one where the work is open, and point the camera at it.',
      );
    // How long it holds is kept here: the browser forgets it when it is closed.
    response.cookie(guestCookieName, token, given);
    response.status(204).end();
  });
  router.delete('/access/devices/:id', async (request, response) => {
    if (!isHere(request))
      throw new Fault(403, 'not-here', 'Devices are disconnected at the computer that runs the program.');
    guests.disconnect(request.params.id);
    await beyond?.devices.disconnect(request.params.id);
    response.status(204).end();
  });
  return router;
}

/** Answers only this computer, devices that were let in, and guests what they may ask. */
export function guardDevices(beyond: Beyond | null, guests: Guests): RequestHandler {
  return (request, response, next) => {
    if (!isLetIn(request, beyond)) {
      const workId = guestOf(request, guests);
      if (workId === null || !mayAsk(request, workId))
        throw new Fault(401, 'code-needed', 'This device has not been let in yet. Type the access code.');
      response.locals['guest'] = true;
    }
    next();
  };
}

/** Whether the one who asks is a guest: may lead one work, and change nothing else of it. */
export const isGuest = ({ locals }: Response): boolean => locals['guest'] === true;
