import { saveRequestSchema, type SaveRequest } from '@nobrel/core/file';

const keyOf = (id: string) => `nobrel-unsaved-${id}`;

/** Keeps decisions that have not reached the server yet, so that a reload or a crash of the page loses none. */
export function stash(id: string, request: SaveRequest): void {
  try {
    localStorage.setItem(keyOf(id), JSON.stringify(request));
  } catch {
    // Full or forbidden storage: the save under way is then the only keeper.
  }
}

export function clearStash(id: string): void {
  localStorage.removeItem(keyOf(id));
}

/** Decisions stashed for this work and made from this revision, or null. */
export function readStash(id: string, revision: number): SaveRequest['decisions'] | null {
  try {
    const request = saveRequestSchema.parse(JSON.parse(localStorage.getItem(keyOf(id)) ?? ''));
    return request.revision === revision ? request.decisions : null;
  } catch {
    return null;
  }
}
