import { isDeepStrictEqual } from 'node:util';
import type { Request } from 'express';
import { nanoid } from 'nanoid';
import type { Guest, WorkDecisions } from '@nobrel/core/file';
import { Fault } from '../faults.js';

/** A sitting and the way home; whoever comes back another day shows a new code. */
const lifeMs = 12 * 3600_000;

/** More at a time than these nobody has about. */
const maxGuests = 50;

/**
 * Devices that may lead the transfer of one work and see nothing else, for a day at most. They are not remembered when
 * the program ends.
 */
export class Guests {
  private readonly all = new Map<string, Guest>();

  constructor(private readonly now: () => number = Date.now) {}

  /** Makes a token that lets whoever shows it lead a work. */
  invite({ workId, title }: Pick<Guest, 'workId' | 'title'>): { token: string; until: string } {
    this.sweep();
    const [oldest] = this.all.keys();
    if (this.all.size >= maxGuests && oldest !== undefined) this.all.delete(oldest);
    const token = nanoid(24);
    const until = new Date(this.now() + lifeMs).toISOString();
    this.all.set(token, { id: nanoid(12), workId, title, until });
    return { token, until };
  }

  /** The work a token lets one lead, or null when it holds no longer. */
  workOf(token: string): string | null {
    this.sweep();
    return this.all.get(token)?.workId ?? null;
  }

  list(): Guest[] {
    this.sweep();
    return [...this.all.values()];
  }

  disconnect(id: string): void {
    for (const [token, guest] of this.all) if (guest.id === id) this.all.delete(token);
  }

  private sweep(): void {
    for (const [token, { until }] of this.all) if (Date.parse(until) <= this.now()) this.all.delete(token);
  }
}

/** What the pages of a guest ask for; `:id` is the work it was let in for. */
const allowed: readonly (readonly [method: string, path: RegExp])[] = [
  ['GET', /^\/works\/:id$/],
  ['PUT', /^\/works\/:id$/],
  ['GET', /^\/works\/:id\/(map|wall)$/],
  ['PATCH', /^\/works\/:id\/wall$/],
  // A picture is named by its hash, which only the work tells.
  ['GET', /^\/pictures\/[0-9a-f]{64}\/\w+$/],
  ['GET', /^\/own-speeds$/],
];

/** Whether a guest may ask for that. */
export function mayAsk({ method, path }: Pick<Request, 'method' | 'path'>, workId: string): boolean {
  const own = path.startsWith(`/works/${workId}`) ? path.replace(`/works/${workId}`, '/works/:id') : path;
  return allowed.some(([allowedMethod, pattern]) => allowedMethod === method && pattern.test(own));
}

/** The decisions that leading a transfer changes. */
const led = ['run', 'sittings', 'sittingSince', 'projected'] as const;

/**
 * Holds a guest's save to what leading changes.
 *
 * @throws Fault 403 when anything else of the work would be another
 */
export function checkGuestSave(before: WorkDecisions, after: WorkDecisions): void {
  const { transfer } = after;
  const wanted = Object.fromEntries(led.map((key) => [key, transfer[key]]));
  if (!isDeepStrictEqual({ ...before, transfer: { ...before.transfer, ...wanted } }, after))
    throw new Fault(
      403,
      'guest-only',
      'This device may lead the transfer and change nothing else. Change it where the work was opened, or let this device in with the access code.',
    );
}
