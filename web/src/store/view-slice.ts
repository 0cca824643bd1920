import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { lengthUnits, type LengthUnit } from '@nobrel/core/units';
import { referenceViews, type ReferenceView } from '@nobrel/core/reference';
import { z } from 'zod';
import type { Room } from '../theme/tokens.js';

/** How this person likes to look at things; kept in the browser, not with a work. */
export type ViewState = {
  unit: LengthUnit;
  room: Room;
  /** How the reference is shown wherever it is worked from. */
  look: ReferenceView;
  /** The close look that follows the pointer. */
  loupe: boolean;
};

const stored = z.object({
  unit: z.enum(lengthUnits),
  room: z.enum(['studio', 'dim']),
  look: z.enum(referenceViews).default('colour'),
  loupe: z.boolean().default(false),
});
const storageKey = 'nobrel-view';

function remembered(): ViewState {
  try {
    return stored.parse(JSON.parse(localStorage.getItem(storageKey) ?? ''));
  } catch {
    return { unit: 'mm', room: 'studio', look: 'colour', loupe: false };
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
    lookChosen(state, action: PayloadAction<ReferenceView>) {
      state.look = action.payload;
    },
    loupeTaken(state, action: PayloadAction<boolean>) {
      state.loupe = action.payload;
    },
  },
});

export const { unitChosen, roomChosen, lookChosen, loupeTaken } = slice.actions;
export const viewReducer = slice.reducer;
