import { wallPictureToldSchema, type WallPictureChange, type WallPictureTold } from '@nobrel/core/transfer';
import { api } from './base.js';

/** What is projected on the wall. */
export const transferApi = api.injectEndpoints({
  endpoints: (build) => ({
    changeWall: build.mutation<WallPictureTold, { id: string; change: WallPictureChange }>({
      query: ({ id, change }) => ({ url: `works/${id}/wall`, method: 'PATCH', body: change }),
      transformResponse: (answer) => wallPictureToldSchema.parse(answer),
    }),
  }),
});

export const { useChangeWallMutation } = transferApi;
