import type { ErrorRequestHandler } from 'express';
import multer from 'multer';
import { maxMegabytes } from '@nobrel/core/reference';
import type { ApiError } from '@nobrel/core/file';
import type { z } from 'zod';
import { storageFault } from './store/storage-faults.js';

/** Something the person can mend; its message is shown to them as it stands. */
export class Fault extends Error {
  override name = 'Fault';

  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly field?: string,
    /** Sent beside the error, such as the newer version after a conflict. */
    readonly beside: Record<string, unknown> = {},
  ) {
    super(message);
  }
}

/** Parses data from outside, or throws a Fault that names the first bad field. */
export function parseInput<T>(schema: z.ZodType<T>, data: unknown): T {
  const parsed = schema.safeParse(data);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0];
  const field = issue?.path.join('.') ?? '';
  throw new Fault(
    400,
    'bad-input',
    `${field === '' ? 'The request' : `“${field}”`} is not as it should be: ${issue?.message ?? 'unreadable'}.`,
    field,
  );
}

/**
 * Turns every error into the one error shape; what is not meant for the person goes to the log only.
 *
 * @param dataFolder named where it cannot be written
 */
export const answerFaults =
  (dataFolder: string): ErrorRequestHandler =>
  (error: unknown, request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const fault = asFault(error, dataFolder);
    if (fault.status >= 500) request.log.error({ err: error }, 'request failed');
    const body: ApiError = {
      error: { code: fault.code, message: fault.message, ...(fault.field ? { field: fault.field } : {}) },
    };
    response.status(fault.status).json({ ...body, ...fault.beside });
  };

function asFault(error: unknown, folder: string): Fault {
  if (error instanceof Fault) return error;
  if (error instanceof multer.MulterError) {
    return error.code === 'LIMIT_FILE_SIZE'
      ? new Fault(
          413,
          'too-large',
          error.field === 'picture'
            ? `The picture is over ${maxMegabytes} MB. Save a smaller copy and bring that in.`
            : 'The file is too large to be sent. Bring it in on the command line.',
          error.field,
        )
      : new Fault(400, 'bad-upload', 'Send one file at a time.', error.field);
  }
  if (isBodyError(error)) {
    return error.status === 413
      ? new Fault(
          413,
          'too-large',
          'That is more than can be kept in one go. Make the map simpler, with fewer values or larger shapes.',
        )
      : new Fault(400, 'bad-input', 'The request could not be read.');
  }
  const storage = storageFault(error, folder);
  if (storage) return new Fault(storage.status, storage.code, storage.message);
  return new Fault(
    500,
    'internal',
    'Something went wrong on our side. Nothing that was saved is lost; try again.',
  );
}

function isBodyError(error: unknown): error is { status: number } {
  return (
    error instanceof Error && 'status' in error && typeof error.status === 'number' && error.status < 500
  );
}
