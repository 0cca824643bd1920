import type { RequestHandler } from 'express';
import multer from 'multer';
import { Fault } from '../faults.js';
import { isStorageFault } from '../store/storage-faults.js';

/** Receives an upload; one that breaks off or makes no sense is the sender’s fault, not this program’s. */
export const received =
  (receive: RequestHandler): RequestHandler =>
  (request, response, next) => {
    const done = (error?: unknown) => {
      const told = error === undefined || error instanceof multer.MulterError || isStorageFault(error);
      next(told ? error : new Fault(400, 'bad-upload', 'The upload could not be read. Send it again.'));
    };
    void receive(request, response, done);
  };
