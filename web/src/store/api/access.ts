import { accessSchema, type Access } from '@nobrel/core/file';
import { api } from './base.js';

/** Which devices may use the program. */
export const accessApi = api.injectEndpoints({
  endpoints: (build) => ({
    access: build.query<Access, void>({
      query: () => 'access',
      transformResponse: (answer) => accessSchema.parse(answer),
      providesTags: ['access'],
    }),
    enter: build.mutation<void, { code: string; name: string }>({
      query: (body) => ({ url: 'access/devices', method: 'POST', body }),
      invalidatesTags: (_result, error) => (error ? [] : ['access', 'works']),
    }),
    enterAsGuest: build.mutation<void, string>({
      query: (token) => ({ url: 'access/guests', method: 'POST', body: { token } }),
      invalidatesTags: (_result, error) => (error ? [] : ['access', 'works']),
    }),
    disconnect: build.mutation<void, string>({
      query: (id) => ({ url: `access/devices/${id}`, method: 'DELETE' }),
      invalidatesTags: ['access'],
    }),
  }),
});

export const { useAccessQuery, useEnterMutation, useEnterAsGuestMutation, useDisconnectMutation } = accessApi;

/** Whether this device may only lead the transfer of one work. */
export const useIsGuest = (): boolean => (useAccessQuery().data?.guestOf ?? null) !== null;
