import { workSchema, type Work } from '@nobrel/core/file';
import { api, whenDone } from './base.js';
import { changeKept } from './work.js';

/** Pictures brought to a work, and taken out of it. */
export const referenceApi = api.injectEndpoints({
  endpoints: (build) => ({
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
