import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { lengthUnits, type LengthUnit } from '@nobrel/core/units';
import { z } from 'zod';
import type { Room } from '../theme/tokens.js';

/** How this person likes to look at things; kept in the browser, not with a work. */
export type ViewState = { unit: LengthUnit; room: Room };

const stored = z.object({ unit: z.enum(lengthUnits), room: z.enum(['studio', 'dim']) });
const storageKey = 'nobrel-view';

function remembered(): ViewState {
  try {
    return stored.parse(JSON.parse(localStorage.getItem(storageKey) ?? ''));
  } catch {
    return { unit: 'mm', room: 'studio' };
  }
}

export function rememberView(view: ViewState): void {
  try {
    localStorage.setItem(storageKey, JSON.stringify(view));
  } catch {
    // A browser that keeps nothing still works; it only forgets.
  }
}

const slice = createSlice({
  name: 'view',
  initialState: remembered,
  reducers: {
    unitChosen(state, action: PayloadAction<LengthUnit>) {
      state.unit = action.payload;
    },
    roomChosen(state, action: PayloadAction<Room>) {
      state.room = action.payload;
    },
  },
});

export const { unitChosen, roomChosen } = slice.actions;
export const viewReducer = slice.reducer;
