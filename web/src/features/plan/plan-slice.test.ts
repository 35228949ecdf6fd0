import { moveSession, planFromTemplate, planOf } from '@pentimento/core/plan';
import { dropped, edited, hasEdits, opened, planSlice, previewed, rebased, redone, undone } from './plan-slice';
import { dropDraft, keepDraft } from './draft-storage';
import { readDraft } from './read-draft';
import { localDatabase } from '../../local/database';
import { thisTab } from '../../shared/local/holding';

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

describe('drafts in this browser', () => {
  const draft = { baseVersion: 1, plan, at: '2026-11-23T08:00:00Z' };
  afterEach(async () => {
    await (await localDatabase()).clear('drafts');
  });

  test('survive the page, and go when they are dropped', async () => {
    await keepDraft('b', draft);
    expect((await readDraft('b'))?.plan).toEqual(plan);
    expect(await readDraft('c')).toBeNull();
    await dropDraft('b');
    expect(await readDraft('b')).toBeNull();
  });

  test('the newest of a tab that is gone becomes this tab’s; one of a living tab is left alone', async () => {
    const local = await localDatabase();
    const other = (tab: string, at: string, baseVersion: number) =>
      local.put('drafts', { key: `b ${tab}`, buildId: 'b', tab, baseVersion, plan, at });
    await other('gone', '2026-11-23T08:00:00Z', 1);
    await other('gone later', '2026-11-23T09:00:00Z', 2);
    await other('lives', '2026-11-23T10:00:00Z', 3);
    await local.put('leases', { name: 'pentimento.tab.lives', holder: 'x', untilMs: Date.now() + 60_000 });
    expect((await readDraft('b'))?.baseVersion).toBe(2);
    expect((await local.getAllKeys('drafts')).sort()).toEqual(['b gone', 'b lives', `b ${await thisTab()}`].sort());
    // Its own from now on, whatever comes beside it.
    await other('gone', '2026-11-24T08:00:00Z', 9);
    expect((await readDraft('b'))?.baseVersion).toBe(2);
  });

  test('one of the store before moves over; what cannot be read is no draft', async () => {
    localStorage.setItem('pentimento.draft.b', JSON.stringify(draft));
    expect((await readDraft('b'))?.plan).toEqual(plan);
    expect(localStorage.getItem('pentimento.draft.b')).toBeNull();
    await dropDraft('b');
    for (const bad of [
      '{',
      '{"plan":{}}',
      JSON.stringify({ baseVersion: 1, at: 'x', plan: { ...plan, formatVersion: 9 } }),
      JSON.stringify({ baseVersion: 1, at: 'x', plan: { ...view, areaM2: -1 } }),
      JSON.stringify({ baseVersion: 1, at: 'x', plan: { ...plan, sections: [] } }),
    ]) {
      localStorage.setItem('pentimento.draft.b', bad);
      expect(await readDraft('b')).toBeNull();
    }
  });
});
