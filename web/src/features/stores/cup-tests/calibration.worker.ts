import { cupObservations, fitCard, laminateObservations, type CupTest, type FitResult, type TemperatureLog } from '@pentimento/core/calibration';
import type { KineticCard } from '@pentimento/core/cure';
import { DomainError } from '@pentimento/core/errors';
import type { GrowthCase } from '@pentimento/core/growth';
import { resinCardOf, type VersionedCard } from '@pentimento/core/materials';
import { cardLibrary, planToCase, type SectionPlan } from '@pentimento/core/plan';
import { expose } from 'comlink';

/** A thermometer's record from a build: which plan and session, where the probe was. */
export interface LaminateTrace {
  readonly plan: SectionPlan;
  readonly sessionIndex: number;
  /** Height above the plug face [m] */
  readonly heightM: number;
  readonly log: TemperatureLog;
}

export interface FitRequest {
  readonly card: VersionedCard;
  readonly cards: readonly VersionedCard[];
  readonly cups: readonly CupTest[];
  readonly laminates: readonly LaminateTrace[];
}

export type FitAnswer = { readonly ok: true; readonly fit: FitResult } | { readonly ok: false; readonly detail: string };

/** The build's case up to the end of the record, with the fitted card in place of the one that is calibrated. */
function caseOf({ card, cards }: FitRequest, { plan, sessionIndex, log }: LaminateTrace): (kinetics: KineticCard) => GrowthCase {
  const library = cardLibrary(cards);
  const upTo = { ...plan, postCure: null, sessions: plan.sessions.slice(0, sessionIndex + 1) };
  const startMin = plan.sessions[sessionIndex].startMin;
  const demoldMin = Math.max(startMin + 31, Math.ceil(startMin + log.timeS[log.timeS.length - 1] / 60 + 1));
  const growth = planToCase({ ...upTo, demoldMin }, library);
  const own = library.resins.get(card.id)?.kinetics;
  return (kinetics) => ({
    ...growth,
    sessions: growth.sessions.map((session) => ({
      ...session,
      layers: session.layers.map((layer) => (layer.card === own ? { ...layer, card: kinetics } : layer)),
    })),
  });
}

const service = {
  fit(request: FitRequest): FitAnswer {
    try {
      const { kinetics } = resinCardOf(request.card);
      const laminates = request.laminates.map((trace) =>
        laminateObservations({
          caseFor: caseOf(request, trace),
          startS: trace.plan.sessions[trace.sessionIndex].startMin * 60,
          heightM: trace.heightM,
          log: trace.log,
        }),
      );
      return { ok: true, fit: fitCard(kinetics, request.cups.map(cupObservations), laminates) };
    } catch (error) {
      return { ok: false, detail: error instanceof DomainError ? error.message : 'The fit failed on these data.' };
    }
  },
};

export type CalibrationService = typeof service;

expose(service);
