import { z } from 'zod';
import { invitationSchema, type Invitation } from '@nobrel/core/file';
import {
  projectorSetUpSchema,
  wallPictureToldSchema,
  type NewProjectorSetUp,
  type ProjectorSetUp,
  type WallPictureChange,
  type WallPictureTold,
} from '@nobrel/core/transfer';
import { api } from './base.js';

/** What is projected on the wall, and how projectors lie on walls. */
export const transferApi = api.injectEndpoints({
  endpoints: (build) => ({
    changeWall: build.mutation<WallPictureTold, { id: string; change: WallPictureChange }>({
      query: ({ id, change }) => ({ url: `works/${id}/wall`, method: 'PATCH', body: change }),
      transformResponse: (answer) => wallPictureToldSchema.parse(answer),
    }),
    inviteGuest: build.mutation<Invitation, string>({
      query: (id) => ({ url: `works/${id}/guests`, method: 'POST' }),
      transformResponse: (answer) => invitationSchema.parse(answer),
      invalidatesTags: ['access'],
    }),
    projectorSetUps: build.query<ProjectorSetUp[], void>({
      query: () => 'projector-set-ups',
      transformResponse: (answer) => z.array(projectorSetUpSchema).parse(answer),
      providesTags: ['set-ups'],
    }),
    keepProjectorSetUp: build.mutation<ProjectorSetUp, NewProjectorSetUp>({
      query: (body) => ({ url: 'projector-set-ups', method: 'POST', body }),
      transformResponse: (answer) => projectorSetUpSchema.parse(answer),
      invalidatesTags: ['set-ups'],
    }),
    forgetProjectorSetUp: build.mutation<void, string>({
      query: (id) => ({ url: `projector-set-ups/${id}`, method: 'DELETE' }),
      invalidatesTags: ['set-ups'],
    }),
  }),
});

export const {
  useChangeWallMutation,
  useInviteGuestMutation,
  useProjectorSetUpsQuery,
  useKeepProjectorSetUpMutation,
  useForgetProjectorSetUpMutation,
} = transferApi;
