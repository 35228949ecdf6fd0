import { useMemo } from 'react';
import { api, useLikelyToFightQuery, useMoldForecastQuery, type ReleaseForecast } from '../../api/api';
import { useAppSelector } from '../../app/store';

/** While something newer is worked out it is asked for again [ms]. */
const AGAIN_MS = 2500;
const options = (older: boolean | undefined): { pollingInterval: number; skipPollingIfUnfocused: boolean } => ({
  pollingInterval: older ? AGAIN_MS : 0,
  skipPollingIfUnfocused: true,
});

/** Chances of the molds whose next pull is likely to fight, by the mold's id. */
export function useLikelyToFight(): ReadonlyMap<string, number> {
  const known = useAppSelector(api.endpoints.likelyToFight.select());
  const { data } = useLikelyToFightQuery(undefined, options(known.data?.older));
  return useMemo(() => new Map((data?.molds ?? []).map(({ id, pFight }) => [id, pFight])), [data]);
}

/** What is foretold of one mold; undefined: it is being worked out. */
export function useForecast(moldId: string): ReleaseForecast | undefined {
  const known = useAppSelector(api.endpoints.moldForecast.select(moldId));
  return useMoldForecastQuery(moldId, options(known.data?.older)).data;
}
