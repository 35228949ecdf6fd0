import type { PlanDocument } from '@pentimento/core/plan';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

const MOST_UNDO = 100;

/** The plan that is open for editing, with its undo history. */
export interface PlanState {
  buildId: string | null;
  /** Version on the server that the edits started from */
  baseVersion: number;
  /** The plan of that version */
  saved: PlanDocument | null;
  past: PlanDocument[];
  present: PlanDocument | null;
  future: PlanDocument[];
  /** What the hand is doing right now; becomes an edit on release */
  preview: PlanDocument | null;
}

const closed: PlanState = { buildId: null, baseVersion: 0, saved: null, past: [], present: null, future: [], preview: null };

export const planSlice = createSlice({
  name: 'plan',
  initialState: closed,
  reducers: {
    opened: (
      _state,
      { payload }: PayloadAction<{ buildId: string; baseVersion: number; saved: PlanDocument; draft: PlanDocument | null }>,
    ): PlanState => ({
      ...closed,
      buildId: payload.buildId,
      baseVersion: payload.baseVersion,
      saved: payload.saved,
      present: payload.draft ?? payload.saved,
      past: payload.draft ? [payload.saved] : [],
    }),
    previewed: (state, { payload }: PayloadAction<PlanDocument | null>) => {
      state.preview = payload;
    },
    edited: (state, { payload }: PayloadAction<PlanDocument>) => {
      state.preview = null;
      if (!state.present || payload === state.present) return;
      state.past = [...state.past.slice(-MOST_UNDO), state.present];
      state.present = payload;
      state.future = [];
    },
    undone: (state) => {
      const previous = state.past.at(-1);
      if (!previous || !state.present) return;
      state.future = [state.present, ...state.future];
      state.past = state.past.slice(0, -1);
      state.present = previous;
      state.preview = null;
    },
    redone: (state) => {
      const next = state.future.at(0);
      if (!next || !state.present) return;
      state.past = [...state.past, state.present];
      state.future = state.future.slice(1);
      state.present = next;
    },
    /** The server took the plan as a new version, or a newer version became the base of these edits. */
    rebased: (state, { payload }: PayloadAction<{ baseVersion: number; saved: PlanDocument }>) => {
      state.baseVersion = payload.baseVersion;
      state.saved = payload.saved;
      // A save keeps the versions of its cards; the open plan keeps them with it.
      if (state.present && payload.saved.cardVersions) state.present = { ...state.present, cardVersions: payload.saved.cardVersions };
    },
    /** Edits are dropped for what is saved; undo brings them back. */
    dropped: (state) => {
      if (!state.saved || !state.present) return;
      state.past = [...state.past, state.present];
      state.present = state.saved;
      state.future = [];
    },
  },
});

export const { opened, previewed, edited, undone, redone, rebased, dropped } = planSlice.actions;

/** Whether there are edits that no version holds. */
export function hasEdits({ present, saved }: Pick<PlanState, 'present' | 'saved'>): boolean {
  return present !== null && present !== saved && JSON.stringify(present) !== JSON.stringify(saved);
}
