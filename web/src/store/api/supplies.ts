import {
  supplyBookSchema,
  supplySchema,
  type NewSupply,
  type Supply,
  type SupplyBook,
  type SupplyChange,
} from '@nobrel/core/file';
import { api } from './base.js';

/** What is there to work with, and what is needed. */
export const suppliesApi = api.injectEndpoints({
  endpoints: (build) => ({
    supplies: build.query<SupplyBook, void>({
      query: () => 'supplies',
      transformResponse: (answer) => supplyBookSchema.parse(answer),
      providesTags: ['works', 'supplies'],
    }),
    addSupply: build.mutation<Supply, NewSupply>({
      query: (body) => ({ url: 'supplies', method: 'POST', body }),
      transformResponse: (answer) => supplySchema.parse(answer),
      invalidatesTags: ['supplies'],
    }),
    changeSupply: build.mutation<Supply, { id: string; change: SupplyChange }>({
      query: ({ id, change }) => ({ url: `supplies/${id}`, method: 'PATCH', body: change }),
      transformResponse: (answer) => supplySchema.parse(answer),
      // A refused change shows what another window made of it.
      invalidatesTags: (_result, _error) => ['supplies'],
    }),
    removeSupply: build.mutation<void, string>({
      query: (id) => ({ url: `supplies/${id}`, method: 'DELETE' }),
      invalidatesTags: ['supplies'],
    }),
  }),
});

export const { useSuppliesQuery, useAddSupplyMutation, useChangeSupplyMutation, useRemoveSupplyMutation } =
  suppliesApi;
