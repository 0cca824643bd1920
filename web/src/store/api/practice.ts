import { z } from 'zod';
import { keptAnswerSchema, type DrillAnswer, type KeptAnswer } from '@nobrel/core/practice';
import { api } from './base.js';

/** Answers to drills. */
export const practiceApi = api.injectEndpoints({
  endpoints: (build) => ({
    answers: build.query<KeptAnswer[], void>({
      query: () => 'practice',
      transformResponse: (answer) => z.array(keptAnswerSchema).parse(answer),
      providesTags: ['practice'],
    }),
    answer: build.mutation<KeptAnswer, DrillAnswer>({
      query: (body) => ({ url: 'practice', method: 'POST', body }),
      transformResponse: (answer) => keptAnswerSchema.parse(answer),
      invalidatesTags: ['practice'],
    }),
    takeBackAnswer: build.mutation<void, string>({
      query: (id) => ({ url: `practice/${id}`, method: 'DELETE' }),
      invalidatesTags: ['practice'],
    }),
  }),
});

export const { useAnswersQuery, useAnswerMutation, useTakeBackAnswerMutation } = practiceApi;
