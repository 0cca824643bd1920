import { expose } from 'comlink';
import { DocumentError, readDrawing, type Brought } from '@nobrel/core/documents';

const work = {
  /** Reads a drawing made elsewhere, or says why it cannot be. */
  read(text: string): Brought | { fault: string } {
    try {
      return readDrawing(text);
    } catch (error) {
      if (error instanceof DocumentError) return { fault: error.message };
      throw error;
    }
  },
};

export type DrawingWorker = typeof work;
expose(work);
