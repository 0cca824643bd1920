import { z } from 'zod';
import { mapDocumentSchema, type MapDocument } from '@nobrel/core/documents';
import { mapSummarySchema, type MapSummary } from '@nobrel/core/file';
import { api, whenDone } from './base.js';
import { changeKept } from './work.js';

const keptMapSchema = z.object({ summary: mapSummarySchema, document: mapDocumentSchema });
export type KeptMap = { summary: MapSummary; document: MapDocument };

/** Maps and their versions. */
export const mapApi = api.injectEndpoints({
  endpoints: (build) => ({
    keptMap: build.query<KeptMap, string>({
      query: (id) => `works/${id}/map`,
      transformResponse: (answer) => keptMapSchema.parse(answer),
      providesTags: (_result, _error, id) => [{ type: 'map', id }],
    }),
    /** Keeps a map that was made from a revision of its work; refused when another window saved since. */
    keepMap: build.mutation<MapSummary, { id: string; revision: number | undefined; document: MapDocument }>({
      query: ({ id, revision, document }) => ({
        url: `works/${id}/map`,
        params: revision === undefined ? {} : { revision },
        method: 'PUT',
        body: document,
      }),
      transformResponse: (answer) => mapSummarySchema.parse(answer),
      invalidatesTags: (_result, _error, { id }) => ['works', { type: 'map', id }, { type: 'versions', id }],
      onQueryStarted: ({ id }, { dispatch, queryFulfilled }) =>
        whenDone(queryFulfilled, (data) => dispatch(changeKept(id, (work) => void (work.map = data)))),
    }),
    versions: build.query<MapSummary[], string>({
      query: (id) => `works/${id}/map/versions`,
      transformResponse: (answer) => z.array(mapSummarySchema).parse(answer),
      providesTags: (_result, _error, id) => [{ type: 'versions', id }],
    }),
    version: build.query<KeptMap, { id: string; version: number }>({
      query: ({ id, version }) => `works/${id}/map/versions/${version}`,
      transformResponse: (answer) => keptMapSchema.parse(answer),
      providesTags: (_result, _error, { id }) => [{ type: 'versions', id }],
    }),
    nameVersion: build.mutation<MapSummary, { id: string; name: string }>({
      query: ({ id, name }) => ({ url: `works/${id}/map/versions`, method: 'POST', body: { name } }),
      transformResponse: (answer) => mapSummarySchema.parse(answer),
      invalidatesTags: (_result, _error, { id }) => ['works', { type: 'versions', id }],
      onQueryStarted: ({ id }, { dispatch, queryFulfilled }) =>
        whenDone(queryFulfilled, (data) => dispatch(changeKept(id, (work) => void (work.map = data)))),
    }),
    forgetVersion: build.mutation<MapSummary[], { id: string; version: number }>({
      query: ({ id, version }) => ({ url: `works/${id}/map/versions/${version}`, method: 'DELETE' }),
      transformResponse: (answer) => z.array(mapSummarySchema).parse(answer),
      invalidatesTags: (_result, _error, { id }) => [{ type: 'versions', id }],
    }),
  }),
});

export const {
  useKeptMapQuery,
  useKeepMapMutation,
  useVersionsQuery,
  useVersionQuery,
  useNameVersionMutation,
  useForgetVersionMutation,
} = mapApi;
