import { z } from 'zod';
import {
  backedUpSchema,
  backupsSchema,
  howFarSchema,
  restoredSchema,
  verifiedSchema,
  workSchema,
  type BackedUp,
  type Backups,
  type HowFar,
  type Restored,
  type Verified,
  type Work,
} from '@nobrel/core/file';
import { api } from './base.js';
import type { SentBundle } from './send-file.js';

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
    howFar: build.query<HowFar, string>({
      query: (task) => `under-way/${task}`,
      transformResponse: (answer) => howFarSchema.parse(answer),
    }),
    restore: build.mutation<Restored, { backup: string; task: string }>({
      query: ({ backup, task }) => ({
        url: `backups/${backup}/restore`,
        method: 'POST',
        params: { task },
      }),
      transformResponse: (answer) => restoredSchema.parse(answer),
    }),
    bringBackFrom: build.mutation<Work, { backup: string; id: string; task: string }>({
      query: ({ backup, id, task }) => ({
        url: `backups/${backup}/works/${id}`,
        method: 'POST',
        params: { task },
      }),
      transformResponse: (answer) => workSchema.parse(answer),
      invalidatesTags: ['works'],
    }),
    verify: build.mutation<Verified, string>({
      query: (task) => ({ url: 'verify', method: 'POST', params: { task } }),
      transformResponse: (answer) => verifiedSchema.parse(answer),
    }),
    bringInBundle: build.mutation<Work, SentBundle>({
      queryFn: async (sent, { signal }) => (await import('./send-file.js')).sendBundle(sent, signal),
      invalidatesTags: (_result, error) => (error ? [] : ['works']),
    }),
  }),
});

export const {
  useBackupsQuery,
  useBackUpMutation,
  useStopBackupMutation,
  useWorksInBackupQuery,
  useBringBackFromMutation,
  useHowFarQuery,
  useRestoreMutation,
  useVerifyMutation,
  useBringInBundleMutation,
} = keepApi;
