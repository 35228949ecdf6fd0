import type { Bell } from '@pentimento/core/bench';
import { useCallback, useMemo, useState } from 'react';
import type { BuildNow } from './other-build';

export interface Others {
  /** By their ids, as far as they are worked out */
  readonly now: ReadonlyMap<string, BuildNow>;
  readonly onNow: (id: string, now: BuildNow | null) => void;
  /** Their bells, by the clock of the build at hand */
  readonly bells: readonly Bell[];
}

/** What the builds say that run besides the one at hand. */
export function useOthers(dayOneMs: number): Others {
  const [now, setNow] = useState<ReadonlyMap<string, BuildNow>>(() => new Map());
  const onNow = useCallback((id: string, said: BuildNow | null) => {
    setNow((before) => {
      const next = new Map(before);
      if (said) next.set(id, said);
      else next.delete(id);
      return next;
    });
  }, []);
  const bells = useMemo(
    () => [...now.values()].flatMap((one) => one.bells.map((bell) => ({ ...bell, atMin: bell.atMin + (one.dayOneMs - dayOneMs) / 60000 }))),
    [now, dayOneMs],
  );
  return { now, onNow, bells };
}
