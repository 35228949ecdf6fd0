import { useEffect } from 'react';
import { api, type DATA_TAGS, type InstrumentReading } from '../api/api';
import { useAppDispatch } from './store';

/** Several changes of one moment are asked for together [ms]. */
const TOGETHER_MS = 150;

const TAGS: Readonly<Record<string, readonly (typeof DATA_TAGS)[number][]>> = {
  build: ['Builds'],
  mold: ['Molds'],
  log: ['BuildLog'],
  card: ['Cards'],
  lot: ['Lots'],
  instrument: ['Instruments'],
  shop: ['Shop'],
  'shop-plan': ['ShopPlans'],
  all: ['Builds', 'Molds', 'BuildLog', 'Cards', 'Lots', 'Instruments', 'Shop', 'ShopPlans'],
};

function kindOf(data: unknown): string {
  if (typeof data !== 'string') return '';
  const parsed: unknown = JSON.parse(data);
  return typeof parsed === 'object' && parsed !== null && 'kind' in parsed && typeof parsed.kind === 'string' ? parsed.kind : '';
}

/** What an instrument said, as the server tells it. */
function readingOf(data: string): InstrumentReading | null {
  const parsed: unknown = JSON.parse(data);
  // By this device's clock: by that it is told who is silent.
  return isReading(parsed) ? { ...parsed, at: new Date().toISOString() } : null;
}

function isReading(value: unknown): value is InstrumentReading {
  return typeof value === 'object' && value !== null && 'instrumentId' in value && 'channel' in value && 'at' in value;
}

/** Asks anew for what somebody else changed, as soon as the server says so. The browser itself connects again after a loss. */
export function useChanges(): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    if (typeof EventSource === 'undefined') return;
    const source = new EventSource('/api/events');
    const waiting = new Set<(typeof DATA_TAGS)[number]>();
    let timer: ReturnType<typeof setTimeout> | undefined;
    let opened = false;
    const ask = (kind: string): void => {
      for (const tag of Object.hasOwn(TAGS, kind) ? TAGS[kind] : []) waiting.add(tag);
      if (waiting.size === 0) return;
      timer ??= setTimeout(() => {
        timer = undefined;
        dispatch(api.util.invalidateTags([...waiting]));
        waiting.clear();
      }, TOGETHER_MS);
    };
    source.addEventListener('change', ({ data }) => {
      ask(kindOf(data));
    });
    source.addEventListener('reading', ({ data }) => {
      const reading = typeof data === 'string' ? readingOf(data) : null;
      if (!reading) return;
      dispatch(
        api.util.updateQueryData('instruments', undefined, (instruments) => {
          const instrument = instruments.find(({ id }) => id === reading.instrumentId);
          if (instrument) instrument.latest = [...instrument.latest.filter(({ channel }) => channel !== reading.channel), reading];
        }),
      );
    });
    source.addEventListener('open', () => {
      // Connected again: something may have been missed.
      if (opened) ask('all');
      opened = true;
    });
    return () => {
      clearTimeout(timer);
      source.close();
    };
  }, [dispatch]);
}
