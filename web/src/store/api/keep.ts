import { z } from 'zod';
import {
  backedUpSchema,
  backupsSchema,
  verifiedSchema,
  workSchema,
  type BackedUp,
  type Backups,
  type Verified,
  type Work,
} from '@nobrel/core/file';
import { api } from './base.js';

/** Works kept safe: backups, bundles, a look at all that is kept. */
export const keepApi = api.injectEndpoints({
  endpoints: (build) => ({
    backups: build.query<Backups, void>({
      query: () => 'backups',
      transformResponse: (answer) => backupsSchema.parse(answer),
      providesTags: ['backups'],
    }),
    backUp: build.mutation<void, void>({
      query: () => ({ url: 'backups', method: 'POST' }),
      invalidatesTags: ['backups'],
    }),
    stopBackup: build.mutation<void, void>({
      query: () => ({ url: 'backups/under-way', method: 'DELETE' }),
    }),
    worksInBackup: build.query<BackedUp[], string>({
      query: (name) => `backups/${name}/works`,
      transformResponse: (answer) => z.array(backedUpSchema).parse(answer),
    }),
    bringBackFrom: build.mutation<Work, { backup: string; id: string }>({
      query: ({ backup, id }) => ({ url: `backups/${backup}/works/${id}`, method: 'POST' }),
      transformResponse: (answer) => workSchema.parse(answer),
      invalidatesTags: ['works'],
    }),
    verify: build.mutation<Verified, void>({
      query: () => ({ url: 'verify', method: 'POST' }),
      transformResponse: (answer) => verifiedSchema.parse(answer),
    }),
    bringInBundle: build.mutation<Work, File>({
      query: (file) => {
        const body = new FormData();
        body.append('bundle', file);
        return { url: 'bundles', method: 'POST', body };
      },
      transformResponse: (answer) => workSchema.parse(answer),
      invalidatesTags: ['works'],
    }),
  }),
});

export const {
  useBackupsQuery,
  useBackUpMutation,
  useStopBackupMutation,
  useWorksInBackupQuery,
  useBringBackFromMutation,
  useVerifyMutation,
  useBringInBundleMutation,
} = keepApi;
