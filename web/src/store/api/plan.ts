import { planSchema, type Plan, type PlanRequest } from '@nobrel/core/file';
import { api } from './base.js';

/** When one is free, and what is laid into it. */
export const planApi = api.injectEndpoints({
  endpoints: (build) => ({
    plan: build.query<Plan, void>({
      query: () => 'plan',
      transformResponse: (answer) => planSchema.parse(answer),
      providesTags: ['works', 'plan'],
    }),
    savePlan: build.mutation<Plan, PlanRequest>({
      query: (body) => ({ url: 'plan', method: 'PUT', body }),
      transformResponse: (answer) => planSchema.parse(answer),
      // A refused change shows what another window made of it.
      invalidatesTags: ['plan'],
    }),
  }),
});

export const { usePlanQuery, useSavePlanMutation } = planApi;
