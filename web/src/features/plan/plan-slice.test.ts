import { moveSession, planFromTemplate, planOf } from '@pentimento/core/plan';
import { dropped, edited, hasEdits, opened, planSlice, previewed, rebased, redone, undone } from './plan-slice';
import { dropDraft, keepDraft } from './draft-storage';
import { readDraft } from './read-draft';

const view = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
const plan = planOf(view);
const moved = planOf(moveSession(view, 4, view.sessions[4].startMin + 60));
const open = planSlice.reducer(undefined, opened({ buildId: 'b', baseVersion: 3, saved: plan, draft: null }));

test('edit, undo, redo', () => {
  const after = planSlice.reducer(open, edited(moved));
  expect(hasEdits(after)).toBe(true);
  const back = planSlice.reducer(after, undone());
  expect(back.present).toBe(plan);
  expect(hasEdits(back)).toBe(false);
  expect(planSlice.reducer(back, redone()).present).toEqual(moved);
  expect(planSlice.reducer(open, undone())).toEqual(open);
});

test('a preview is no edit and an edit ends it', () => {
  const held = planSlice.reducer(open, previewed(moved));
  expect(held.past).toHaveLength(0);
  expect(planSlice.reducer(held, edited(moved))).toMatchObject({ preview: null, past: [plan] });
});

test('a draft opens on top of what is saved, so that undo shows the saved plan', () => {
  const state = planSlice.reducer(undefined, opened({ buildId: 'b', baseVersion: 2, saved: plan, draft: moved }));
  expect(state.present).toBe(moved);
  expect(planSlice.reducer(state, undone()).present).toBe(plan);
});

test('dropping edits keeps them in undo; a new base keeps the present', () => {
  const after = planSlice.reducer(open, edited(moved));
  const gone = planSlice.reducer(after, dropped());
  expect(gone.present).toEqual(plan);
  expect(planSlice.reducer(gone, undone()).present).toEqual(moved);
  expect(hasEdits(planSlice.reducer(after, rebased({ baseVersion: 4, saved: moved })))).toBe(false);
});

test('drafts survive storage; what cannot be read is no draft', () => {
  keepDraft('b', { baseVersion: 1, plan, at: '2026-11-23T08:00:00Z' });
  expect(readDraft('b')?.plan).toEqual(plan);
  dropDraft('b');
  expect(readDraft('b')).toBeNull();
  for (const bad of [
    '{',
    '{"plan":{}}',
    JSON.stringify({ baseVersion: 1, at: 'x', plan: { ...plan, formatVersion: 9 } }),
    JSON.stringify({ baseVersion: 1, at: 'x', plan: { ...view, areaM2: -1 } }),
    JSON.stringify({ baseVersion: 1, at: 'x', plan: { ...plan, sections: [] } }),
  ]) {
    localStorage.setItem('pentimento.draft.b', bad);
    expect(readDraft('b')).toBeNull();
  }
});
