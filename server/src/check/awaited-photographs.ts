import { nanoid } from 'nanoid';
import type { AwaitedState, StoredPicture, WantedPhotograph } from '@nobrel/core/file';
import { Fault } from '../faults.js';

/** A photograph is waited for as long as the page that waits asks after it this often, milliseconds. */
const lifeMs = 20_000;

/** One who has to be asked for again may have closed its page; more at a time than this nobody shows. */
const maxAwaited = 50;

type One = AwaitedState & { wanted: WantedPhotograph; until: number };

/**
 * Photographs that pages wait for from a phone. Each has a token of its own, which lets one picture in and nothing
 * else, and only while its page is shown.
 */
export class AwaitedPhotographs {
  private readonly all = new Map<string, One>();

  constructor(private readonly now: () => number = Date.now) {}

  /** Begins to wait, and gives the token that the phone shows. */
  begin(wanted: WantedPhotograph): string {
    this.sweep();
    if (this.all.size >= maxAwaited)
      throw new Fault(429, 'too-many-awaited', 'Too many pages wait for a photograph. Close one of them.');
    const token = nanoid(24);
    this.all.set(token, { state: 'waiting', picture: null, wanted, until: this.now() + lifeMs });
    return token;
  }

  /** How far it is, for the page that waits; asking keeps it open. */
  stateOf(token: string): AwaitedState {
    const one = this.find(token);
    one.until = this.now() + lifeMs;
    const { state, picture } = one;
    return { state, picture };
  }

  end(token: string): void {
    this.all.delete(token);
  }

  /** What the phone is to photograph. */
  opened(token: string): WantedPhotograph {
    const one = this.find(token);
    if (one.state === 'here') throw used();
    if (one.state === 'waiting') one.state = 'opened';
    return one.wanted;
  }

  /**
   * Takes the one picture in.
   *
   * @param receive brings it into the file; when it fails, the phone may send another
   */
  async take(token: string, receive: () => Promise<StoredPicture>): Promise<void> {
    const one = this.find(token);
    if (one.state === 'here') throw used();
    if (one.state === 'sending')
      throw new Fault(409, 'being-sent', 'A picture is being sent with this code already. Wait for it.');
    one.state = 'sending';
    try {
      one.picture = await receive();
      one.state = 'here';
    } catch (error) {
      one.state = 'opened';
      throw error;
    }
  }

  private find(token: string): One {
    this.sweep();
    const one = this.all.get(token);
    if (!one)
      throw new Fault(
        410,
        'not-awaited',
        'This code has expired. Show a new one with “From a phone” on the other screen, and point the camera at it.',
      );
    return one;
  }

  private sweep(): void {
    // What is being sent is let in, however long it takes.
    for (const [token, { until, state }] of this.all)
      if (until < this.now() && state !== 'sending') this.all.delete(token);
  }
}

const used = () =>
  new Fault(
    410,
    'already-sent',
    'The photograph has been sent: this code was for one. Show a new one for another.',
  );
