import { pictureSchema, type StoredPicture } from '@nobrel/core/file';
import { callError, ownPage, type CallError } from './base.js';

/** A picture that is sent to be kept. */
export type SentPicture = {
  file: File;
  /** The size a vector drawing is drawn at, pixels; null for the usual one. */
  longSidePx: number | null;
  /** Hears the share that has been sent, 0–1. */
  onSent: (share: number) => void;
};

/** Sends a picture's file, telling how far it is: what the browser's own fetch cannot. */
export async function sendPicture(
  { file, longSidePx, onSent }: SentPicture,
  signal: AbortSignal,
): Promise<{ data: StoredPicture } | { error: CallError }> {
  const body = new FormData();
  body.append('picture', file);
  // Only for sending pictures; the first page does without it.
  const { default: axios } = await import('axios');
  try {
    const { data } = await axios.post<unknown>('/api/pictures', body, {
      params: longSidePx === null ? {} : { longSide: longSidePx },
      signal,
      headers: ownPage,
      onUploadProgress: ({ progress }) => onSent(progress ?? 0),
    });
    return { data: pictureSchema.parse(data) };
  } catch (error) {
    const answer = axios.isAxiosError<unknown>(error) ? error.response : undefined;
    return { error: callError(answer?.status ?? null, answer?.data) };
  }
}
