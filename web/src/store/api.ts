import { createApi, fetchBaseQuery, type FetchBaseQueryError } from '@reduxjs/toolkit/query/react';
import { z } from 'zod';
import { mapDocumentSchema, type MapDocument } from '@nobrel/core/documents';
import {
  apiErrorSchema,
  mapSummarySchema,
  printingSchema,
  workSchema,
  type MapSummary,
  type Printing,
  type SaveRequest,
  type Work,
} from '@nobrel/core/file';
import { savedSizeSchema, type NewSize, type SavedSize } from '@nobrel/core/fit';
import { calibrationSchema, type Calibration, type SheetDecisions } from '@nobrel/core/sheets';

const keptMapSchema = z.object({ summary: mapSummarySchema, document: mapDocumentSchema });
export type KeptMap = { summary: MapSummary; document: MapDocument };

/** The server's data. Answers are parsed: what comes from outside is not trusted unseen. */
export const api = createApi({
  baseQuery: fetchBaseQuery({ baseUrl: '/api' }),
  tagTypes: ['works', 'map', 'versions', 'sizes', 'calibrations'],
  endpoints: (build) => ({
    works: build.query<Work[], void>({
      query: () => 'works',
      transformResponse: (answer) => z.array(workSchema).parse(answer),
      providesTags: ['works'],
    }),
    work: build.query<Work, string>({
      query: (id) => `works/${id}`,
      transformResponse: (answer) => workSchema.parse(answer),
      // A work is always opened from the server: one left in the cache may be old, or gone from the file.
      keepUnusedDataFor: 0,
    }),
    begin: build.mutation<Work, { picture: string }>({
      query: (body) => ({ url: 'works', method: 'POST', body }),
      transformResponse: (answer) => workSchema.parse(answer),
      invalidatesTags: ['works'],
    }),
    addPicture: build.mutation<Work, { id: string; picture: string }>({
      query: ({ id, picture }) => ({ url: `works/${id}/pictures`, method: 'POST', body: { picture } }),
      transformResponse: (answer) => workSchema.parse(answer),
      invalidatesTags: ['works'],
    }),
    takePictureOut: build.mutation<Work, { id: string; picture: string }>({
      query: ({ id, picture }) => ({ url: `works/${id}/pictures/${picture}`, method: 'DELETE' }),
      transformResponse: (answer) => workSchema.parse(answer),
    }),
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
    save: build.mutation<Work, { id: string; request: SaveRequest }>({
      query: ({ id, request }) => ({ url: `works/${id}`, method: 'PUT', body: request }),
      transformResponse: (answer) => workSchema.parse(answer),
      invalidatesTags: ['works'],
    }),
    remove: build.mutation<void, string>({
      query: (id) => ({ url: `works/${id}`, method: 'DELETE' }),
      invalidatesTags: ['works'],
    }),
    keptMap: build.query<KeptMap, string>({
      query: (id) => `works/${id}/map`,
      transformResponse: (answer) => keptMapSchema.parse(answer),
      providesTags: (_result, _error, id) => [{ type: 'map', id }],
    }),
    keepMap: build.mutation<MapSummary, { id: string; document: MapDocument }>({
      query: ({ id, document }) => ({ url: `works/${id}/map`, method: 'PUT', body: document }),
      transformResponse: (answer) => mapSummarySchema.parse(answer),
      invalidatesTags: (_result, _error, { id }) => ['works', { type: 'map', id }, { type: 'versions', id }],
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
    }),
    forgetVersion: build.mutation<MapSummary[], { id: string; version: number }>({
      query: ({ id, version }) => ({ url: `works/${id}/map/versions/${version}`, method: 'DELETE' }),
      transformResponse: (answer) => z.array(mapSummarySchema).parse(answer),
      invalidatesTags: (_result, _error, { id }) => [{ type: 'versions', id }],
    }),
    calibrations: build.query<Calibration[], void>({
      query: () => 'calibrations',
      transformResponse: (answer) => z.array(calibrationSchema).parse(answer),
      providesTags: ['calibrations'],
    }),
    keepCalibration: build.mutation<Calibration, Omit<Calibration, 'id' | 'madeAt'>>({
      query: (body) => ({ url: 'calibrations', method: 'POST', body }),
      transformResponse: (answer) => calibrationSchema.parse(answer),
      invalidatesTags: ['calibrations'],
    }),
    forgetCalibration: build.mutation<void, string>({
      query: (id) => ({ url: `calibrations/${id}`, method: 'DELETE' }),
      invalidatesTags: ['calibrations'],
    }),
    print: build.mutation<Printing, { id: string; decisions: SheetDecisions }>({
      query: ({ id, decisions }) => ({ url: `works/${id}/printings`, method: 'POST', body: decisions }),
      transformResponse: (answer) => printingSchema.parse(answer),
      invalidatesTags: ['works'],
    }),
  }),
});

export const {
  useWorksQuery,
  useWorkQuery,
  useAddPictureMutation,
  useTakePictureOutMutation,
  useSizesQuery,
  useSaveSizeMutation,
  useForgetSizeMutation,
  useBeginMutation,
  useRemoveMutation,
  useKeptMapQuery,
  useKeepMapMutation,
  useVersionsQuery,
  useVersionQuery,
  useNameVersionMutation,
  useForgetVersionMutation,
  usePrintMutation,
  useCalibrationsQuery,
  useKeepCalibrationMutation,
  useForgetCalibrationMutation,
} = api;

const conflictSchema = z.object({ theirs: workSchema });

function isAnswer(error: unknown): error is FetchBaseQueryError & { status: number; data: unknown } {
  return (
    typeof error === 'object' &&
    error !== null &&
    'status' in error &&
    typeof error.status === 'number' &&
    'data' in error
  );
}

/** The sentence to show for a failed call. */
export function messageOf(error: unknown): string {
  if (isAnswer(error)) {
    const answer = apiErrorSchema.safeParse(error.data);
    if (answer.success) return answer.data.error.message;
  }
  return 'The program behind this page does not answer. Nothing is lost; check that it is still running, then try again.';
}

/** The other window's version out of a refused save, or null. */
export function theirsIn(error: unknown): Work | null {
  if (!isAnswer(error) || error.status !== 409) return null;
  const conflict = conflictSchema.safeParse(error.data);
  return conflict.success ? conflict.data.theirs : null;
}
