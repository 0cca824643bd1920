import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { lengthUnits, type LengthUnit } from '@nobrel/core/units';
import { referenceViews, type ReferenceView } from '@nobrel/core/reference';
import { stationIds, type Station } from '@nobrel/core/file';
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
  /** Whether bare letters and digits act as keys. */
  letterKeys: boolean;
  /** The key or pedal that leads on in a tracing, as the keyboard says it. */
  pedal: string | null;
  /** How the bench is shared at each station. */
  leaves: Partial<Record<Station, LeavesShown>>;
  /** The tour of the bench was seen or passed over. */
  toured: boolean;
};

/** Which leaves are shown. */
export const leavesShown = ['both', 'left', 'right'] as const;
/** Which leaves of a station are shown, and the left one's share of the width while both are. */
export type LeavesShown = { show: (typeof leavesShown)[number]; leftShare: number };
export const usualLeaves: LeavesShown = { show: 'both', leftShare: 0.5 };

const stored = z.object({
  unit: z.enum(lengthUnits),
  room: z.enum(['studio', 'dim']),
  look: z.enum(referenceViews).default('colour'),
  loupe: z.boolean().default(false),
  letterKeys: z.boolean().default(true),
  pedal: z.string().max(40).nullable().default(null),
  leaves: z
    .partialRecord(
      z.enum(stationIds),
      z.object({ show: z.enum(leavesShown), leftShare: z.number().min(0.1).max(0.9) }),
    )
    .default({}),
  toured: z.boolean().default(false),
});
const storageKey = 'nobrel-view';

function remembered(): ViewState {
  try {
    return stored.parse(JSON.parse(localStorage.getItem(storageKey) ?? ''));
  } catch {
    return stored.parse({ unit: 'mm', room: 'studio' });
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
    letterKeysSwitched(state, action: PayloadAction<boolean>) {
      state.letterKeys = action.payload;
    },
    pedalLearned(state, action: PayloadAction<string>) {
      state.pedal = action.payload;
    },
    leavesShared(state, { payload }: PayloadAction<{ station: Station; change: Partial<LeavesShown> }>) {
      const { station, change } = payload;
      state.leaves[station] = { ...(state.leaves[station] ?? usualLeaves), ...change };
    },
    tourEnded(state) {
      state.toured = true;
    },
    tourAsked(state) {
      state.toured = false;
    },
  },
});

export const {
  unitChosen,
  roomChosen,
  lookChosen,
  loupeTaken,
  letterKeysSwitched,
  pedalLearned,
  leavesShared,
  tourEnded,
  tourAsked,
} = slice.actions;
export const viewReducer = slice.reducer;
