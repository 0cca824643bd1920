import { workSchema, type SaveRequest, type Work } from '@nobrel/core/file';
import { z } from 'zod';
import { api } from './base.js';

/** The work on the bench: read and saved. */
export const workApi = api.injectEndpoints({
  endpoints: (build) => ({
    work: build.query<Work, string>({
      query: (id) => `works/${id}`,
      transformResponse: (answer) => workSchema.parse(answer),
      // A work is always opened from the server: one left in the cache may be old, or gone from the file.
      keepUnusedDataFor: 0,
    }),
    save: build.mutation<Work, { id: string; request: SaveRequest }>({
      query: ({ id, request }) => ({ url: `works/${id}`, method: 'PUT', body: request }),
      transformResponse: (answer) => workSchema.parse(answer),
      invalidatesTags: ['works'],
    }),
  }),
});

const conflictSchema = z.object({ status: z.literal(409), said: z.object({ theirs: workSchema }) });

/** The other window's version, where that is why a save was refused. */
export function theirsIn(error: unknown): Work | null {
  const conflict = conflictSchema.safeParse(error);
  return conflict.success ? conflict.data.said.theirs : null;
}

/** Changes the work on the bench in the cache, after the server said so. */
export const changeKept = (id: string, change: (work: Work) => void) =>
  workApi.util.updateQueryData('work', id, change);

export const { useWorkQuery } = workApi;
