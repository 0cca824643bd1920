import axios from 'axios';
import { apiErrorSchema, pictureSchema, type StoredPicture } from '@nobrel/core/file';

/** A picture that could not be brought in; its message is shown as it stands. */
export class BringInError extends Error {}

/**
 * Sends a picture's file to be kept.
 *
 * @param longSidePx the size an SVG is drawn at, pixels; null for the usual one
 * @param tell hears the share that has been sent, 0–1
 * @throws BringInError with a sentence; nothing is kept then
 */
export async function bringIn(
  file: File,
  longSidePx: number | null,
  tell: (share: number) => void,
  signal: AbortSignal,
): Promise<StoredPicture> {
  const body = new FormData();
  body.append('picture', file);
  try {
    const { data } = await axios.post<unknown>('/api/pictures', body, {
      params: longSidePx === null ? {} : { longSide: longSidePx },
      signal,
      onUploadProgress: ({ progress }) => tell(progress ?? 0),
    });
    return pictureSchema.parse(data);
  } catch (error) {
    if (axios.isCancel(error))
      throw new BringInError(`“${file.name}” was not brought in, as you stopped it.`);
    const answer = axios.isAxiosError(error) ? apiErrorSchema.safeParse(error.response?.data) : null;
    throw new BringInError(
      answer?.success
        ? answer.data.error.message
        : 'The program behind this page does not answer. Nothing is lost; check that it is still running, then try again.',
    );
  }
}
