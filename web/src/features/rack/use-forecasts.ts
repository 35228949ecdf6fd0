import { useForecastsQuery, type ReleaseForecast } from '../../api/api';

const AGAIN_MS = 2500;

export interface Forecasts {
  readonly acceptedRisk: number;
  /** By the mold's id; empty: still worked out */
  readonly byMold: ReadonlyMap<string, ReleaseForecast>;
  /** Something was logged since, and is being worked out */
  readonly older: boolean;
}

/** When molds will stick; asked again while something newer is worked out. */
export function useForecasts(): Forecasts {
  const { data } = useForecastsQuery();
  useForecastsQuery(undefined, { pollingInterval: data?.older ? AGAIN_MS : 0, skipPollingIfUnfocused: true });
  return {
    acceptedRisk: data?.acceptedRisk ?? 0,
    older: data?.older ?? false,
    byMold: new Map((data?.molds ?? []).map((forecast) => [forecast.id, forecast])),
  };
}
