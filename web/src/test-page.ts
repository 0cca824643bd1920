import 'global-jsdom/register';
import { configure } from '@testing-library/react';
import {
  newDecisions,
  saveRequestSchema,
  type Card,
  type SaveRequest,
  type Work,
  type WorkDecisions,
} from '@nobrel/core/file';
import type { MapProgress } from '@nobrel/core/map';
import { createHeld } from './store/held.js';
import type { Mapping } from './workers/use-mapping.js';

/*
 * A page for tests of what stands on it: the browser’s objects, without a browser. It must be imported before React
 * and Ant Design are, which look at them once.
 */

// What is waited for comes late on a busy machine.
configure({ asyncUtilTimeout: 120_000 });

/** Node’s own wants whole addresses. */
class PageRequest extends Request {
  constructor(input: RequestInfo | URL, init?: RequestInit) {
    super(typeof input === 'string' ? new URL(input, 'http://localhost/') : input, init);
  }
}
globalThis.Request = PageRequest;

/** What Ant Design asks of a browser that is not in jsdom. */
class NoSizes implements ResizeObserver {
  observe = () => undefined;
  unobserve = () => undefined;
  disconnect = () => undefined;
}
globalThis.ResizeObserver = NoSizes;
const styleOf = window.getComputedStyle.bind(window);
// Of what stands before and after an element jsdom knows nothing, and says so at length.
globalThis.getComputedStyle = (element) => styleOf(element);
window.matchMedia = (media) =>
  Object.assign(new EventTarget(), {
    media,
    matches: false,
    onchange: null,
    addListener: () => undefined,
    removeListener: () => undefined,
  });

/**
 * The rules of a style sheet that hide or show, or let through what points at them. To say how an element looks jsdom asks
 * every rule of every sheet of the page, and Ant Design's are thousands; of the rest a test sees nothing.
 */
const hidingRules = (sheet: string): string =>
  (sheet.replace(/@[^{;]+\{(?:[^{}]*\{[^{}]*\})*[^{}]*\}/g, '').match(/[^{}]+\{[^{}]*\}/g) ?? [])
    .filter((rule) => /display:none|visibility:hidden|pointer-events:/.test(rule))
    .join('');
const wholeSheets = new WeakMap<Element, string>();
Object.defineProperty(HTMLStyleElement.prototype, 'innerHTML', {
  get(this: HTMLStyleElement) {
    return wholeSheets.get(this) ?? '';
  },
  set(this: HTMLStyleElement, sheet: string) {
    wholeSheets.set(this, sheet);
    this.textContent = hidingRules(sheet);
  },
});

/** A work with one picture and the usual decisions. */
export function sampleWork(title = 'Kettle', id = 'w1'): Work {
  return {
    id,
    revision: 1,
    createdAt: '2026-10-17T15:00:00.000Z',
    changedAt: '2026-10-17T15:00:00.000Z',
    decisions: newDecisions(title),
    pictures: [{ hash: '0'.repeat(64), name: 'kettle.jpg', width: 400, height: 300, bytes: 10 }],
    map: null,
    printings: [],
  };
}

/** Decisions of one station or several that differ from the usual ones. */
type Differing = {
  [room in 'reference' | 'fit' | 'map' | 'check' | 'transfer']?: Partial<WorkDecisions[room]>;
};

/** The sample work with some decisions of its stations made otherwise. */
export function workDeciding({ reference, fit, map, check, transfer }: Differing): Work {
  const work = sampleWork();
  const { decisions } = work;
  return {
    ...work,
    decisions: {
      ...decisions,
      reference: { ...decisions.reference, ...reference },
      fit: { ...decisions.fit, ...fit },
      map: { ...decisions.map, ...map },
      check: { ...decisions.check, ...check },
      transfer: { ...decisions.transfer, ...transfer },
    },
  };
}

/** How a map stands that nothing is being done about, but for the fields given. */
export const standing = (fields: Partial<Mapping>): Mapping => ({
  map: null,
  provisional: false,
  progress: createHeld<MapProgress | null>(null),
  stopped: false,
  fault: null,
  stop: () => undefined,
  makeAgain: () => undefined,
  ...fields,
});

/** A work as the file lists it. */
export const sampleCard = (id: string, more: Partial<Card> = {}): Card => ({
  id,
  title: id,
  changedAt: '2026-10-17T15:00:00.000Z',
  demo: false,
  picture: '0'.repeat(64),
  widthMm: 300,
  heightMm: 240,
  map: null,
  standing: 'begun',
  method: 'transfer-sheet',
  surface: 'cold-pressed',
  drawer: 'in-hand',
  series: '',
  tags: [],
  readyBy: null,
  words: '',
  ...more,
});

/** How the stand-in of the server answers the next save: as it should, not at all, or that another window was first. */
type Answer = 'saves' | 'is away' | 'was changed elsewhere';

/**
 * Stands in for the server where only saving matters: it keeps one work, and can be away, slow or changed by another
 * window. Everything else is answered with 404.
 */
export function standIn(kept: Work) {
  const saves: SaveRequest[] = [];
  let answer: Answer = 'saves';
  let hold: Promise<unknown> = Promise.resolve();
  const json = (body: unknown, status = 200) =>
    new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } });
  globalThis.fetch = async (input) => {
    if (!(input instanceof Request) || !input.url.endsWith(`/works/${kept.id}`))
      return json({ error: { code: 'not-found', message: 'There is no such thing here.' } }, 404);
    if (input.method === 'GET') {
      const read = json(kept);
      await hold;
      return read;
    }
    const request = saveRequestSchema.parse(await input.json());
    saves.push(request);
    const now = answer;
    await hold;
    if (now === 'is away') throw new TypeError('Failed to fetch');
    if (now === 'was changed elsewhere' || request.revision !== kept.revision)
      return json({ error: { code: 'conflict', message: 'Changed in another window.' }, theirs: kept }, 409);
    kept = { ...kept, revision: kept.revision + 1, decisions: request.decisions };
    return json(kept);
  };
  return {
    saves,
    kept: () => kept,
    answers: (next: Answer) => {
      answer = next;
    },
    /** Another window saves. */
    changeElsewhere: (title: string) => {
      kept = { ...kept, revision: kept.revision + 1, decisions: { ...kept.decisions, title } };
    },
    /** Answers wait until what is returned is called. */
    holdAnswers: () => {
      let letGo = () => undefined as void;
      hold = new Promise<void>((resolve) => {
        letGo = resolve;
      });
      return () => letGo();
    },
  };
}
