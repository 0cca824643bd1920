import { workSchema, type StoredPicture, type Work } from '@nobrel/core/file';
import { api, whenDone } from './base.js';
import { changeKept } from './file.js';
import type { SentPicture } from './send-file.js';

/** Pictures: sent to be kept, brought to a work, taken out of it. */
export const referenceApi = api.injectEndpoints({
  endpoints: (build) => ({
    bringIn: build.mutation<StoredPicture, SentPicture>({
      queryFn: async (sent, { signal }) => (await import('./send-file.js')).sendPicture(sent, signal),
    }),
    addPicture: build.mutation<Work, { id: string; picture: string }>({
      query: ({ id, picture }) => ({ url: `works/${id}/pictures`, method: 'POST', body: { picture } }),
      transformResponse: (answer) => workSchema.parse(answer),
      invalidatesTags: ['works'],
      onQueryStarted: ({ id }, { dispatch, queryFulfilled }) =>
        whenDone(queryFulfilled, (data) =>
          dispatch(changeKept(id, (work) => void (work.pictures = data.pictures))),
        ),
    }),
    takePictureOut: build.mutation<Work, { id: string; picture: string }>({
      query: ({ id, picture }) => ({ url: `works/${id}/pictures/${picture}`, method: 'DELETE' }),
      transformResponse: (answer) => workSchema.parse(answer),
      invalidatesTags: ['works'],
      onQueryStarted: ({ id }, { dispatch, queryFulfilled }) =>
        whenDone(queryFulfilled, (data) =>
          dispatch(changeKept(id, (work) => void (work.pictures = data.pictures))),
        ),
    }),
  }),
});

export const { useAddPictureMutation, useTakePictureOutMutation } = referenceApi;
