import { flatFileSchema, type FlatFile } from '@nobrel/core/file';
import { z } from 'zod';
import { api } from './base.js';

/** All that the first page needs of a work that was begun: a work's whole schema is loaded when one is opened. */
const begunSchema = z.object({ id: z.string() });
type Begun = z.infer<typeof begunSchema>;

/** The flat file: works listed, begun, deleted and brought back. */
export const fileApi = api.injectEndpoints({
  endpoints: (build) => ({
    works: build.query<FlatFile, void>({
      query: () => 'works',
      transformResponse: (answer) => flatFileSchema.parse(answer),
      providesTags: ['works'],
    }),
    begin: build.mutation<Begun, { picture: string; title?: string; demo?: boolean }>({
      query: (body) => ({ url: 'works', method: 'POST', body }),
      transformResponse: (answer) => begunSchema.parse(answer),
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

export const { useWorksQuery, useBeginMutation, useRemoveMutation, useBringBackMutation } = fileApi;
