import type { Request, Response } from 'express';
import { z } from 'zod';
import type { HowFar } from '@nobrel/core/file';
import type { ProgressOptions } from './backup.js';

/** What a page calls its long work, so that it can ask how far that is. */
const nameSchema = z.string().min(1).max(40);

/** Long work that pages wait for. It is stopped when the page that asked for it no longer waits. */
export class UnderWay {
  private readonly all = new Map<string, HowFar>();

  /** How far the work of that name has come; none of none when there is no such work, or it has not begun. */
  howFar(name: string): HowFar {
    return this.all.get(name) ?? { done: 0, of: 0 };
  }

  /**
   * Does long work for a request, and answers what it came to.
   *
   * @param act stops and cleans up by itself when its signal says so
   */
  async answer<T>(
    request: Request,
    response: Response,
    act: (options: ProgressOptions) => Promise<T>,
    status = 200,
  ): Promise<void> {
    const name = nameSchema.safeParse(request.query['task']).data;
    const stop = new AbortController();
    response.once('close', () => stop.abort());
    try {
      const onProgress = (done: number, of: number) => {
        if (name !== undefined) this.all.set(name, { done, of });
      };
      response.status(status).json(await act({ onProgress, signal: stop.signal }));
    } catch (error) {
      // Nobody waits for it any more.
      if (!stop.signal.aborted) throw error;
    } finally {
      if (name !== undefined) this.all.delete(name);
    }
  }
}
