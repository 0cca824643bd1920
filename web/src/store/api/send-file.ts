import { pictureSchema, workSchema, type StoredPicture, type Work } from '@nobrel/core/file';
import { callError, ownPage, type CallError } from './base.js';

/** A picture that is sent to be kept. */
export type SentPicture = {
  file: File;
  /** The size a vector drawing is drawn at, pixels; null for the usual one. */
  longSidePx: number | null;
  /** Hears the share that has been sent, 0–1. */
  onSent: (share: number) => void;
};

/** A photograph that a phone sends with its token. */
export type SentPhotograph = Pick<SentPicture, 'file' | 'onSent'> & { token: string };

/** A bundle that is sent to be brought in. */
export type SentBundle = Pick<SentPicture, 'file' | 'onSent'> & {
  /** What the work of bringing it in is called, to ask how far it is. */
  task: string;
};

type Answer<T> = { data: T } | { error: CallError };

/** Sends a picture's file, telling how far it is: what the browser's own fetch cannot. */
export function sendPicture(
  { longSidePx, ...sent }: SentPicture,
  signal: AbortSignal,
): Promise<Answer<StoredPicture>> {
  const params = longSidePx === null ? {} : { longSide: longSidePx };
  return send('/api/pictures', params, { ...sent, as: 'picture' }, signal, (answer) =>
    pictureSchema.parse(answer),
  );
}

/** Sends a photograph from a phone to the page that waits for it. */
export function sendPhotograph(
  { token, ...sent }: SentPhotograph,
  signal: AbortSignal,
): Promise<Answer<null>> {
  return send(`/api/phone/${token}/picture`, {}, { ...sent, as: 'picture' }, signal, () => null);
}

/** Sends a bundle to be brought in, whole or not at all. */
export function sendBundle({ task, ...sent }: SentBundle, signal: AbortSignal): Promise<Answer<Work>> {
  return send('/api/bundles', { task }, { ...sent, as: 'bundle' }, signal, (answer) =>
    workSchema.parse(answer),
  );
}

async function send<T>(
  to: string,
  params: Record<string, number | string>,
  { file, onSent, as }: Pick<SentPicture, 'file' | 'onSent'> & { as: string },
  signal: AbortSignal,
  read: (answer: unknown) => T,
): Promise<Answer<T>> {
  const body = new FormData();
  body.append(as, file);
  // Only for sending files; the first page does without it.
  const { default: axios } = await import('axios');
  try {
    const { data } = await axios.post<unknown>(to, body, {
      params,
      signal,
      headers: ownPage,
      onUploadProgress: ({ progress }) => onSent(progress ?? 0),
    });
    return { data: read(data) };
  } catch (error) {
    const answer = axios.isAxiosError<unknown>(error) ? error.response : undefined;
    return { error: callError(answer?.status ?? null, answer?.data) };
  }
}
