import type { MapDocument } from '@nobrel/core/documents';
import { lookWorker } from './mapping-workers.js';
import type { MapOrder } from './map-orders.js';

/** What a quick look is made of anew for: not for a change by hand, nor for more or less time. */
const subjectOf = (order: MapOrder, round: number) =>
  JSON.stringify({ round, ...order, corrections: [], settings: { ...order.settings, minutes: null } });

/** Asks for quick looks at a map that is being changed, none of them twice. */
export class QuickLooks {
  private last = { subject: '', come: Promise.resolve() };

  /**
   * Asks for a look, unless it would show what the last one did.
   *
   * @param round a look that was shown already is asked for again in another round
   * @param show hears of the look when it has come
   * @returns resolves when the look has come, or will not: what cannot be mapped is said of the full map
   */
  ask(order: MapOrder, round: number, show: (seen: MapDocument | null) => void): Promise<void> {
    const subject = subjectOf(order, round);
    if (this.last.subject !== subject) {
      const come = lookWorker()
        .look(order)
        .then(show, () => undefined);
      this.last = { subject, come };
    }
    return this.last.come;
  }
}
