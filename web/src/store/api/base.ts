import { createApi, fetchBaseQuery, type BaseQueryFn, type FetchArgs } from '@reduxjs/toolkit/query/react';
import { z } from 'zod';
import { apiErrorSchema } from '@nobrel/core/file';

/** Why a call failed: the sentence to show, and all that was answered, not looked at yet. */
export type CallError = { status: number | null; message: string; said?: unknown };

const unreachable =
  'The program behind this page does not answer. Nothing is lost; check that it is still running, then try again.';

/**
 * The error of a call that was not answered as asked.
 *
 * @param status of the answer, or null when there was none
 * @param said what was answered
 */
export function callError(status: number | null, said: unknown): CallError {
  const answer = apiErrorSchema.safeParse(said);
  return { status, message: answer.success ? answer.data.error.message : unreachable, said };
}

/** Tells the server that one of its own pages asks: no page from elsewhere can send it. */
export const ownPage = { 'X-Nobrel': 'page' } as const;

const ask = fetchBaseQuery({ baseUrl: '/api', headers: ownPage });

const askServer: BaseQueryFn<string | FetchArgs, unknown, CallError> = async (call, how, extra) => {
  const { data, error } = await ask(call, how, extra);
  if (!error) return { data };
  // This device was disconnected: the page asks for the code again.
  if (error.status === 401) how.dispatch(api.util.invalidateTags(['access']));
  return { error: callError(typeof error.status === 'number' ? error.status : null, error.data) };
};

/** The server's data; each station adds what it asks. Answers are parsed: what comes from outside is not trusted. */
export const api = createApi({
  baseQuery: askServer,
  tagTypes: [
    'works',
    'map',
    'versions',
    'sizes',
    'calibrations',
    'set-ups',
    'supplies',
    'plan',
    'practice',
    'backups',
    'access',
  ],
  endpoints: () => ({}),
});

const callErrorSchema = z.object({ message: z.string() });

/** The sentence to show for a failed call. */
export function messageOf(error: unknown): string {
  const told = callErrorSchema.safeParse(error);
  return told.success ? told.data.message : unreachable;
}

/** Goes on with what a mutation answered. When it failed, whoever asked shows why. */
export async function whenDone<T>(fulfilled: Promise<{ data: T }>, goOn: (data: T) => void): Promise<void> {
  const answer = await fulfilled.catch(() => null);
  if (answer) goOn(answer.data);
}
