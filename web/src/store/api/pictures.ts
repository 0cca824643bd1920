import type { StoredPicture } from '@nobrel/core/file';
import { api } from './base.js';
import type { SentPicture } from './send-file.js';

/** Pictures sent to be kept, for whatever work. */
export const picturesApi = api.injectEndpoints({
  endpoints: (build) => ({
    bringIn: build.mutation<StoredPicture, SentPicture>({
      queryFn: async (sent, { signal }) => (await import('./send-file.js')).sendPicture(sent, signal),
    }),
  }),
});
