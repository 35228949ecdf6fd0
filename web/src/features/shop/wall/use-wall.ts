import { libraryOf, type PlanDocument } from '@pentimento/core/plan';
import { wallOf, type WallSpan } from '@pentimento/core/planning';
import { useEffect, useMemo } from 'react';
import { shallowEqual } from 'react-redux';
import { api, useBuildsQuery, useCardsQuery, useSaveVersionMutation, type Build } from '../../../api/api';
import { useAppDispatch, useAppSelector } from '../../../app/store';
import { newId } from '../../../shared/new-id';

/** Builds on the wall, at most. */
const MOST = 60;

export interface Wall {
  readonly builds: readonly Build[];
  readonly spans: readonly WallSpan[];
  readonly loading: boolean;
  readonly error: unknown;
  readonly retry: () => void;
}

/** Every build that is not finished, with what it takes of the shop. */
export function useWall(): Wall {
  const { data: list, error, refetch } = useBuildsQuery({ finished: 'no', limit: MOST });
  const { data: cards } = useCardsQuery();
  const dispatch = useAppDispatch();
  const ids = useMemo(() => list?.builds.map(({ id }) => id) ?? [], [list]);
  useEffect(() => {
    const asked = ids.map((id) => dispatch(api.endpoints.build.initiate(id)));
    return () => {
      for (const one of asked) one.unsubscribe();
    };
  }, [ids, dispatch]);
  // The same builds are the same wall, whatever else of the store changed.
  const builds = useAppSelector(
    (root) =>
      ids.flatMap((id) => {
        const { data } = api.endpoints.build.select(id)(root);
        return data ? [data] : [];
      }),
    shallowEqual,
  );
  const library = useMemo(() => (cards ? libraryOf(cards) : null), [cards]);
  const spans = useMemo(
    () =>
      library
        ? wallOf(
            builds.map(({ id, name, current }) => ({ id, name, plan: current.plan })),
            library,
          )
        : [],
    [builds, library],
  );
  return { builds, spans, loading: !list || !library || builds.length < ids.length, error, retry: () => void refetch() };
}

/** Saves a build's plan as it was moved on the wall; the plan before is what an undo saves again. */
export function useMoveOnWall(): {
  readonly move: (build: Build, plan: PlanDocument, note: string) => Promise<boolean>;
  readonly error: unknown;
  readonly saving: boolean;
} {
  const [save, { error, isLoading }] = useSaveVersionMutation();
  return {
    move: async (build, plan, note) => {
      const result = await save({ id: build.id, body: { baseVersion: build.current.number, saveId: newId(), note, plan } });
      return result.data !== undefined;
    },
    error,
    saving: isLoading,
  };
}
