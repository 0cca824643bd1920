import { flatFileSchema, workSchema, type FlatFile, type SaveRequest, type Work } from '@nobrel/core/file';
import { api } from './base.js';

/** Works: listed, opened, begun, saved, deleted. */
export const fileApi = api.injectEndpoints({
  endpoints: (build) => ({
    works: build.query<FlatFile, void>({
      query: () => 'works',
      transformResponse: (answer) => flatFileSchema.parse(answer),
      providesTags: ['works'],
    }),
    work: build.query<Work, string>({
      query: (id) => `works/${id}`,
      transformResponse: (answer) => workSchema.parse(answer),
      // A work is always opened from the server: one left in the cache may be old, or gone from the file.
      keepUnusedDataFor: 0,
    }),
    begin: build.mutation<Work, { picture: string; title?: string; demo?: boolean }>({
      query: (body) => ({ url: 'works', method: 'POST', body }),
      transformResponse: (answer) => workSchema.parse(answer),
      invalidatesTags: ['works'],
    }),
    save: build.mutation<Work, { id: string; request: SaveRequest }>({
      query: ({ id, request }) => ({ url: `works/${id}`, method: 'PUT', body: request }),
      transformResponse: (answer) => workSchema.parse(answer),
      invalidatesTags: ['works'],
    }),
    remove: build.mutation<void, string>({
      query: (id) => ({ url: `works/${id}`, method: 'DELETE' }),
      invalidatesTags: ['works'],
    }),
    bringBack: build.mutation<void, string>({
      query: (id) => ({ url: `works/${id}/bring-back`, method: 'POST' }),
      invalidatesTags: ['works'],
    }),
  }),
});

/** Changes the work on the bench in the cache, after the server said so. */
export const changeKept = (id: string, change: (work: Work) => void) =>
  fileApi.util.updateQueryData('work', id, change);

export const { useWorksQuery, useWorkQuery, useBeginMutation, useRemoveMutation, useBringBackMutation } =
  fileApi;
