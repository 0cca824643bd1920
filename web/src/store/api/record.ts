import { z } from 'zod';
import {
  lessonSchema,
  timeSpentSchema,
  workSchema,
  type DuplicateRequest,
  type Lesson,
  type TimeSpent,
  type Work,
} from '@nobrel/core/file';
import { ownSpeedsSchema, type OwnSpeeds } from '@nobrel/core/transfer';
import { api } from './base.js';

/** What the works in the file teach the next one, and works made from others. */
export const recordApi = api.injectEndpoints({
  endpoints: (build) => ({
    duplicate: build.mutation<Work, { id: string; request: DuplicateRequest }>({
      query: ({ id, request }) => ({ url: `works/${id}/duplicate`, method: 'POST', body: request }),
      transformResponse: (answer) => workSchema.parse(answer),
      invalidatesTags: ['works'],
    }),
    lessons: build.query<Lesson[], string>({
      query: (id) => `works/${id}/lessons`,
      transformResponse: (answer) => z.array(lessonSchema).parse(answer),
      providesTags: ['works'],
    }),
    timeSpent: build.query<TimeSpent[], void>({
      query: () => 'time-spent',
      transformResponse: (answer) => z.array(timeSpentSchema).parse(answer),
      providesTags: ['works'],
    }),
    ownSpeeds: build.query<OwnSpeeds, void>({
      query: () => 'own-speeds',
      transformResponse: (answer) => ownSpeedsSchema.parse(answer),
      providesTags: ['works'],
    }),
  }),
});

export const { useDuplicateMutation, useLessonsQuery, useOwnSpeedsQuery, useTimeSpentQuery } = recordApi;
