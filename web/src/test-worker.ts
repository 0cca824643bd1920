import { expose } from 'comlink';

/** Stands in for a browser's worker: what is asked of it is answered by the test. */
export class StandInWorker {
  private readonly here: MessagePort;
  private readonly there: MessagePort;
  ended = false;

  /** @param work what the page may ask of it */
  constructor(work: object) {
    const { port1, port2 } = new MessageChannel();
    [this.here, this.there] = [port1, port2];
    expose(work, port2);
    port1.start();
  }

  addEventListener = (...[type, listener]: Parameters<MessagePort['addEventListener']>) =>
    this.here.addEventListener(type, listener);
  removeEventListener = (...[type, listener]: Parameters<MessagePort['removeEventListener']>) =>
    this.here.removeEventListener(type, listener);
  postMessage = (message: unknown, carried: Transferable[] = []) => this.here.postMessage(message, carried);
  terminate = () => {
    this.ended = true;
    this.here.close();
    this.there.close();
  };
}

const works = new Map<string, object>();

/** A worker that does what `standInFor` says at the time, as the page keeps some workers for as long as it is open. */
class NamedWorker extends StandInWorker {
  constructor({ pathname }: URL) {
    const file = pathname.split('/').at(-1) ?? '';
    const work = (name: string | symbol): unknown => Reflect.get(works.get(file) ?? {}, name);
    super(new Proxy({}, { get: (_, name) => work(name) }));
  }
}

/**
 * Puts stand-ins in the place of workers, for the tests of one suite.
 *
 * @param doing what the page may ask of each, by the worker's file
 */
export function standInFor(doing: Readonly<Record<string, object>>): void {
  before(() => {
    for (const [file, work] of Object.entries(doing)) works.set(file, work);
    Object.assign(globalThis, { Worker: NamedWorker });
  });
  after(() => Reflect.deleteProperty(globalThis, 'Worker'));
}

/** A promise, and what keeps it. */
export function promised<T>() {
  let keep: (value: T) => void = () => undefined;
  const promise = new Promise<T>((resolve) => {
    keep = resolve;
  });
  return { promise, keep };
}
