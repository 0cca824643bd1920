import { z } from 'zod';
import { savedSizeSchema, type NewSize, type SavedSize } from '@nobrel/core/fit';
import { api } from './base.js';

/** Sizes of one's own. */
export const fitApi = api.injectEndpoints({
  endpoints: (build) => ({
    sizes: build.query<SavedSize[], void>({
      query: () => 'sizes',
      transformResponse: (answer) => z.array(savedSizeSchema).parse(answer),
      providesTags: ['sizes'],
    }),
    saveSize: build.mutation<SavedSize, NewSize>({
      query: (body) => ({ url: 'sizes', method: 'POST', body }),
      transformResponse: (answer) => savedSizeSchema.parse(answer),
      invalidatesTags: ['sizes'],
    }),
    forgetSize: build.mutation<void, string>({
      query: (id) => ({ url: `sizes/${id}`, method: 'DELETE' }),
      invalidatesTags: ['sizes'],
    }),
  }),
});

export const { useSizesQuery, useSaveSizeMutation, useForgetSizeMutation } = fitApi;
