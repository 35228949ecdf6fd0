import { keepCardVersions, type PlanDocument } from '@pentimento/core/plan';
import { useRef, useState } from 'react';
import { useBuildQuery, useSaveVersionMutation, type Build, type Card } from '../../api/api';
import { problemOf, type Problem } from '../../api/problem';
import { useAppDispatch } from '../../app/store';
import { newId } from '../../shared/new-id';
import { dropped, rebased, type PlanState } from '../plan/plan-slice';

export interface Save {
  readonly saving: boolean;
  readonly problem: Problem | null;
  run: (note: string, onTop: boolean) => void;
  takeTheirs: () => void;
  forget: () => void;
}

/** Saves a version; when somebody saved first, offers theirs or mine on top, and loses neither. */
export function useSave(build: Build, plan: PlanState, present: PlanDocument, cards: readonly Card[], done: () => void): Save {
  const [saveVersion, { isLoading }] = useSaveVersionMutation();
  const { refetch } = useBuildQuery(build.id);
  const [problem, setProblem] = useState<Problem | null>(null);
  const dispatch = useAppDispatch();
  const newest = useRef<Build | null>(null);
  /** One id for one plan on one version, however often its answer is lost on the way */
  const attempt = useRef<{ readonly key: string; readonly id: string } | null>(null);

  const run = async (note: string, onTop: boolean): Promise<void> => {
    const baseVersion = onTop && newest.current ? newest.current.current.number : plan.baseVersion;
    const kept = keepCardVersions(present, cards);
    const key = JSON.stringify([baseVersion, note, kept]);
    if (attempt.current?.key !== key) attempt.current = { key, id: newId() };
    const result = await saveVersion({ id: build.id, body: { baseVersion, saveId: attempt.current.id, note, plan: kept } });
    if (result.data) {
      dispatch(rebased({ baseVersion: result.data.current.number, saved: kept }));
      setProblem(null);
      done();
      return;
    }
    const found = problemOf(result.error);
    if (found.code === 'stale-version') newest.current = (await refetch()).data ?? null;
    setProblem(found);
  };
  return {
    saving: isLoading,
    problem,
    run: (note, onTop) => void run(note, onTop),
    takeTheirs: () => {
      if (!newest.current) return;
      dispatch(rebased({ baseVersion: newest.current.current.number, saved: newest.current.current.plan }));
      dispatch(dropped());
      setProblem(null);
    },
    forget: () => {
      setProblem(null);
    },
  };
}
