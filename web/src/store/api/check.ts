import {
  awaitedSchema,
  awaitedStateSchema,
  wantedPhotographSchema,
  type Awaited,
  type AwaitedState,
  type WantedPhotograph,
} from '@nobrel/core/file';
import type { SizeMm } from '@nobrel/core/units';
import { api } from './base.js';
import type { SentPhotograph } from './send-file.js';

/** A photograph that is waited for from a phone: on the page that waits, and on the phone's own. */
export const checkApi = api.injectEndpoints({
  endpoints: (build) => ({
    awaitPhotograph: build.mutation<Awaited, { id: string; surface: SizeMm }>({
      query: ({ id, surface }) => ({ url: `works/${id}/awaited`, method: 'POST', body: { surface } }),
      transformResponse: (answer) => awaitedSchema.parse(answer),
    }),
    askAwaited: build.mutation<AwaitedState, string>({
      query: (token) => `awaited/${token}`,
      transformResponse: (answer) => awaitedStateSchema.parse(answer),
    }),
    endAwaited: build.mutation<void, string>({
      query: (token) => ({ url: `awaited/${token}`, method: 'DELETE' }),
    }),
    wantedPhotograph: build.query<WantedPhotograph, string>({
      query: (token) => `phone/${token}`,
      transformResponse: (answer) => wantedPhotographSchema.parse(answer),
    }),
    sendPhotograph: build.mutation<null, SentPhotograph>({
      queryFn: async (sent, { signal }) => (await import('./send-file.js')).sendPhotograph(sent, signal),
    }),
  }),
});

export const { useWantedPhotographQuery, useSendPhotographMutation } = checkApi;
