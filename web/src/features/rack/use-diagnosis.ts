import { skipToken } from '@reduxjs/toolkit/query';
import { diagnose, serviceEvidence, type Diagnosis, type Evidence, type TracedPull, type TracedTreatment } from '@pentimento/core/diagnosis';
import { isStepEntry } from '@pentimento/core/log';
import { cardNumber } from '@pentimento/core/materials';
import type { OpenFinding } from '@pentimento/core/mold';
import { parseISO } from 'date-fns';
import { useEffect, useMemo, useState } from 'react';
import { useBuildLogQuery, useBuildQuery, useCardsQuery, useLotsQuery, type Mold } from '../../api/api';
import { useEngine } from '../simulation/use-engine';
import { usePlanCards } from '../stage/use-plan-cards';

const NOTHING: readonly Evidence[] = [];

/** Pulls and treatments with what a diagnosis looks at. */
export function tracedOf({ pulls, coats }: Pick<Mold, 'pulls' | 'coats'>): { pulls: TracedPull[]; treatments: TracedTreatment[] } {
  return {
    pulls: pulls.map(({ at, ease, data }, i) => ({
      id: `p${String(i)}`,
      at,
      ease,
      reverses: null,
      peakC: data?.peakC ?? null,
      zones: data?.zones ?? {},
    })),
    treatments: coats.map(({ at, kind, data }, i) => ({
      id: `t${String(i)}`,
      at,
      kind,
      reverses: null,
      ...(data?.zones ? { zones: data.zones } : {}),
      waitKept: data?.waitKept ?? null,
    })),
  };
}

/** Section and zone of the plan that a mold's zone came from. */
export function placeInPlan(zoneId: string | undefined): { sectionId: string | null; zoneId: string | null } {
  if (zoneId === undefined) return { sectionId: null, zoneId: null };
  const parts = zoneId.split(':');
  return { sectionId: parts[0], zoneId: parts.at(1) ?? null };
}

/** Causes of a finding by its build's log and its mold's record; undefined: being worked out. */
export function useDiagnosis(mold: Mold, finding: OpenFinding): { diagnosis: Diagnosis | undefined; built: boolean } {
  const build = useBuildQuery(mold.buildId ?? skipToken);
  const log = useBuildLogQuery(mold.buildId ?? skipToken);
  const lots = useLotsQuery();
  const newest = useCardsQuery(mold.buildId === null ? skipToken : undefined);
  const plan = build.data?.current.plan ?? null;
  const { cards } = usePlanCards(plan, newest.data);
  const [found, setFound] = useState<readonly Evidence[] | null>(mold.buildId === null ? NOTHING : null);
  const engine = useEngine();
  const { zone } = finding.data;
  useEffect(() => {
    if (!plan || !cards || !log.data || !lots.data) return;
    let on = true;
    const place = {
      ...placeInPlan(zone),
      lots: lots.data.map((lot) => {
        const card = cards.find(({ id }) => id === lot.cardId);
        return { ...lot, shelfLifeDays: card ? cardNumber(card, 'shelfLifeDays') : null };
      }),
    };
    const bench = { entries: log.data.filter(isStepEntry), dayOneMs: parseISO(plan.startDate).getTime(), nowMin: 0 };
    engine()
      .ask((service) => service.evidence(plan, bench, place), { key: cards, tell: (service) => service.setCards(cards) })
      .catch(() => NOTHING)
      .then((evidence) => {
        if (on) setFound(evidence);
      })
      .catch(() => undefined);
    return () => {
      on = false;
    };
  }, [plan, cards, log.data, lots.data, zone, engine]);
  const service = useMemo(
    () => serviceEvidence({ programId: mold.releaseProgramId, ...tracedOf(mold), zoneId: zone ?? null, at: finding.at }),
    [mold, zone, finding.at],
  );
  return { diagnosis: found ? diagnose(finding.data.what, [...found, ...service]) : undefined, built: mold.buildId !== null };
}
