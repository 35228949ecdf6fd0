import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** Which answers that are shown come from the last visit, and from when [ms]. */
export interface KeptState {
  readonly shown: Record<string, number>;
}

export const keptSlice = createSlice({
  name: 'kept',
  initialState: (): { shown: Record<string, number> } => ({ shown: {} }),
  reducers: {
    shownFromLastVisit: (state, { payload }: PayloadAction<{ path: string; at: number }>) => {
      state.shown[payload.path] = payload.at;
    },
    /** Nothing from the last visit is shown any more */
    reached: (state) => {
      if (Object.keys(state.shown).length > 0) state.shown = {};
    },
  },
});

export const { shownFromLastVisit, reached } = keptSlice.actions;

/** When the oldest of what is shown was said by the server [ms]; null: all of it is of now. */
export function shownAsOf({ kept }: { kept: KeptState }): number | null {
  const times = Object.values(kept.shown);
  return times.length === 0 ? null : Math.min(...times);
}
