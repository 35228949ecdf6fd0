import { builtEvidence, type BuiltContext, type Evidence } from '@pentimento/core/diagnosis';
import {
  aheadOf,
  asBuilt,
  compareBuilt,
  forecastOnBench,
  runningPots,
  type Ahead,
  type AsBuilt,
  type BenchForecast,
  type ComparedLayer,
  type RunningPot,
} from '@pentimento/core/bench';
import { backingOf } from '@pentimento/core/design';
import { DomainError } from '@pentimento/core/errors';
import { simulateCup, type CupInput, type CupOutcome } from '@pentimento/core/growth';
import {
  aroundMold,
  causesOf,
  evaluateMold,
  evaluateOne,
  FIELD,
  gelTimes,
  knownZones,
  leversFor,
  MOST_CAUSES,
  remediesFor,
  tryLevers,
  tryRemedies,
  zoneKey,
  type AroundMold,
  type SectionDistortionAlong,
  type TriedLever,
  type TriedRemedy,
  type Verdict,
  type ZoneEvaluation,
  type ZoneKey,
} from '@pentimento/core/judging';
import type { FabricKit, TakeOffLine } from '@pentimento/core/kit';
import type { SchoolFigures } from '@pentimento/core/schools';
import type { StepEntry } from '@pentimento/core/log';
import type { VersionedCard } from '@pentimento/core/materials';
import { mixSheet, potLookup, type MixRow } from '@pentimento/core/mix';
import { libraryOf, sectionOf, withSection, type CardLibrary, type PlanDocument, type SectionPlan, type ZoneKind } from '@pentimento/core/plan';
import { moldWorkedOut, stepsOfEvaluated, stepsOfMold, type Step } from '@pentimento/core/steps';
import { expose, transfer } from 'comlink';
import { pictureOf, type Picture } from './picture';

/** What came of a zone of a plan: a picture and the zone as it was judged, or what is wrong with the plan. */
export type SimulationAnswer =
  { readonly ok: true; readonly picture: Picture; readonly view: SectionPlan } | { readonly ok: false; readonly detail: string };

export type CupAnswer = { readonly ok: true; readonly outcome: CupOutcome } | { readonly ok: false; readonly detail: string };

/** A zone of a section with every limit in it. */
export interface ZoneInMold {
  readonly id: string;
  readonly name: string;
  /** null: the field */
  readonly kind: ZoneKind | null;
  readonly verdicts: readonly Verdict[];
  /** What is laid there, bottom first: name and thickness [m] */
  readonly layers: readonly { readonly id: string; readonly thicknessM: number }[];
}

export interface SectionInMold {
  readonly id: string;
  readonly name: string;
  readonly zones: readonly ZoneInMold[];
  /** Each limit where it is kept worst */
  readonly verdicts: readonly Verdict[];
  /** As it is let go, along its panels and corners; null: nothing gelled */
  readonly distortion: SectionDistortionAlong | null;
}

/** Everything of a mold besides the picture of one zone: limits, pots and steps of all its sections. */
export interface WholeMold {
  readonly sections: readonly SectionInMold[];
  readonly around: Omit<AroundMold, 'siblings'>;
  readonly steps: readonly Step[];
}

/** What could be done about what breaks limits in a section, by the cause's id. */
export type RemedyAnswer = { readonly ok: true; readonly byCause: ReadonlyMap<string, readonly TriedRemedy[]> } | { readonly ok: false };

export type MoldAnswer = { readonly ok: true; readonly mold: WholeMold } | { readonly ok: false; readonly detail: string };

export type KitAnswer =
  | { readonly ok: true; readonly kits: readonly FabricKit[]; readonly lines: readonly TakeOffLine[]; readonly whole: readonly TakeOffLine[] }
  | { readonly ok: false; readonly detail: string };

/** Where a finding is, and the lots of the shop. */
export type EvidencePlace = Pick<BuiltContext, 'sectionId' | 'zoneId' | 'lots'>;

/** What was written at the bench until now. */
export interface BenchLog {
  readonly entries: readonly StepEntry[];
  /** 00:00 of the plan's first day, in the shop's time [ms] */
  readonly dayOneMs: number;
  /** By the plan's clock */
  readonly nowMin: number;
}

/** A build as it goes: steps as planned and as expected by now, and what the log makes of the plan. */
export interface BenchState {
  /** The moment it was worked out for, by the plan's clock */
  readonly nowMin: number;
  readonly planned: readonly Step[];
  readonly steps: readonly Step[];
  readonly built: AsBuilt;
  readonly compared: readonly ComparedLayer[];
  readonly pots: readonly RunningPot[];
  readonly rows: ReadonlyMap<string, readonly MixRow[]>;
  /** Limits of what was built and what is left of the plan, each section's where it is kept worst */
  readonly verdicts: readonly Verdict[];
}

export type BenchAnswer = { readonly ok: true; readonly state: BenchState } | { readonly ok: false; readonly detail: string };

export type SchoolAnswer = { readonly ok: true; readonly figures: SchoolFigures } | { readonly ok: false; readonly detail: string };

let pots = potLookup();
/** What was simulated last of each zone */
let known = new Map<ZoneKey, ZoneEvaluation>();
/** The same of the plan as it is really built */
let knownBuilt = new Map<ZoneKey, ZoneEvaluation>();
let library: CardLibrary = libraryOf([]);

/** Every limit in a zone of a plan that is only tried; null: it makes no sense, or does not come to an end. */
function judged(plan: PlanDocument, sectionId: string, zoneId: string, before = known): readonly Verdict[] | null {
  try {
    const { evaluation } = evaluateOne({ plan, cards: library, sectionId, zoneId }, before);
    return evaluation.result.status === 'converged' ? evaluation.verdicts : null;
  } catch (error) {
    if (error instanceof DomainError) return null;
    throw error;
  }
}

const service = {
  /** Cards for all that follows. Kept here, so that tables and thresholds made for a card are not made again at each picture. */
  setCards(cards: readonly VersionedCard[]): void {
    library = libraryOf(cards);
    known = new Map();
    knownBuilt = new Map();
    pots = potLookup();
  },
  /** Simulates a zone of a plan; what the last plan shares with it is not computed again. */
  picture(plan: PlanDocument, sectionId: string, zoneId: string): SimulationAnswer {
    const start = performance.now();
    try {
      const zone = evaluateOne({ plan, cards: library, sectionId, zoneId }, known);
      const { plan: view, evaluation } = zone;
      known.set(zoneKey(sectionId, zoneId), zone);
      const { picture, transfer: buffers } = pictureOf(evaluation, performance.now() - start, {
        gelAfterS: [...gelTimes(view, evaluation)],
        backing: backingOf(view, evaluation.result, library),
      });
      return transfer({ ok: true, picture, view }, buffers);
    } catch (error) {
      return { ok: false, detail: error instanceof DomainError ? error.message : 'The simulation failed on this plan. Undo the last change.' };
    }
  },
  /** A pot left to itself: its life and how hot it gets. */
  cup(input: CupInput): CupAnswer {
    try {
      return { ok: true, outcome: simulateCup(input) };
    } catch (error) {
      return { ok: false, detail: error instanceof DomainError ? error.message : 'The pot could not be simulated with these numbers.' };
    }
  },
  /** All sections and zones, with pots and steps. Pots that were simulated once are kept. */
  mold(plan: PlanDocument): MoldAnswer {
    try {
      const sections = evaluateMold(plan, library, known);
      known = knownZones(sections);
      const { siblings: _none, ...around } = aroundMold(sections, library, [], pots);
      const worked = moldWorkedOut(sections, around);
      return {
        ok: true,
        mold: {
          sections: sections.map(({ id, name, zones, verdicts, distortion }) => ({
            id,
            name,
            verdicts,
            distortion,
            zones: zones.map((zone) => ({
              id: zone.id,
              name: zone.name,
              kind: zone.plan.zone?.kind ?? null,
              verdicts: zone.evaluation.verdicts,
              layers: zone.evaluation.result.layers.filter(({ plug }) => !plug).map(({ name: layer, thicknessM }) => ({ id: layer, thicknessM })),
            })),
          })),
          around,
          steps: stepsOfMold(plan, library, worked),
        },
      };
    } catch (error) {
      return {
        ok: false,
        detail: error instanceof DomainError ? error.message : 'Limits, pots and steps could not be worked out for this plan. Undo the last change.',
      };
    }
  },
  /** The build on the bench: what its log makes of the plan, and what is left of it simulated anew. */
  bench(plan: PlanDocument, { entries, dayOneMs, nowMin }: BenchLog): BenchAnswer {
    try {
      const minuteOf = (iso: string): number => (Date.parse(iso) - dayOneMs) / 60000;
      const sections = evaluateMold(plan, library, known);
      known = knownZones(sections);
      const planned = stepsOfEvaluated(plan, library, sections, pots);
      const log = { plan, steps: planned, entries, minuteOf, nowMin };
      const built = asBuilt(log);
      const really = evaluateMold(built.plan, library, knownBuilt);
      knownBuilt = knownZones(really);
      const { siblings: _none, ...around } = aroundMold(really, library, [], pots);
      const steps = stepsOfMold(built.plan, library, moldWorkedOut(really, around));
      return {
        ok: true,
        state: {
          nowMin,
          planned,
          steps,
          built,
          compared: compareBuilt(sections, really, library),
          pots: runningPots({ ...log, plan: built.plan, steps, cards: library }, pots),
          rows: around.mix,
          verdicts: really.flatMap(({ verdicts }) => verdicts),
        },
      };
    } catch (error) {
      return {
        ok: false,
        detail: error instanceof DomainError ? error.message : 'What was logged could not be put together with the plan. Take back the last line.',
      };
    }
  },
  /** What a build's plan and log hold for or against the causes of a finding at some place. */
  evidence(plan: PlanDocument, { entries, dayOneMs, nowMin }: BenchLog, place: EvidencePlace): readonly Evidence[] {
    try {
      const minuteOf = (iso: string): number => (Date.parse(iso) - dayOneMs) / 60000;
      const sections = evaluateMold(plan, library, known);
      known = knownZones(sections);
      const built = asBuilt({ plan, steps: stepsOfEvaluated(plan, library, sections, pots), entries, minuteOf, nowMin });
      const really = evaluateMold(built.plan, library, knownBuilt);
      knownBuilt = knownZones(really);
      return builtEvidence({ plan, cards: library, entries, built, sections: really, minuteOf, ...place });
    } catch (error) {
      if (error instanceof DomainError) return [];
      throw error;
    }
  },
  /** What of a build as it goes will break a limit, and what can still be done about it, simulated. */
  ahead(built: PlanDocument, begun: readonly string[], nowMin: number): readonly Ahead[] {
    try {
      const sections = evaluateMold(built, library, knownBuilt);
      knownBuilt = knownZones(sections);
      return aheadOf(sections, library, { begun: new Set(begun), nowMin }, ({ id }, zoneId, plan) =>
        judged(withSection(built, id, plan), id, zoneId, knownBuilt),
      );
    } catch (error) {
      if (error instanceof DomainError) return [];
      throw error;
    }
  },
  /** What the temperatures that were read say of a section; null: too few were read. */
  forecast(built: PlanDocument, sectionId: string, { entries, dayOneMs, nowMin }: BenchLog): BenchForecast | null {
    try {
      return forecastOnBench(built, sectionId, library, { entries, nowMin, minuteOf: (iso) => (Date.parse(iso) - dayOneMs) / 60000 });
    } catch (error) {
      if (error instanceof DomainError) return null;
      throw error;
    }
  },
  /** Remedies for what breaks limits in a section, each simulated in the zone where its cause is worst. */
  remedies(plan: PlanDocument, sectionId: string): RemedyAnswer {
    try {
      const section = evaluateMold(plan, library, known).find(({ id }) => id === sectionId);
      if (!section) return { ok: false };
      const causes = causesOf(section.plan, section.verdicts).slice(0, MOST_CAUSES);
      const tried = causes.map((cause) => {
        const zoneId = cause.verdicts[0].zone?.id ?? FIELD;
        const zone = section.zones.find(({ id }) => id === zoneId) ?? section.zones[0];
        const offered = remediesFor(section.plan, cause, library, zone.evaluation.windows);
        return [cause.id, tryRemedies(offered, cause, (changed) => judged(withSection(plan, sectionId, changed), sectionId, zoneId))] as const;
      });
      return { ok: true, byCause: new Map(tried) };
    } catch {
      return { ok: false };
    }
  },
  /** What moves a limit's number most, each lever simulated in the zone of the verdict; null: it could not be tried. */
  levers(plan: PlanDocument, sectionId: string, verdict: Verdict): readonly TriedLever[] | null {
    try {
      const section = sectionOf(plan, sectionId);
      const zoneId = verdict.zone?.id ?? FIELD;
      return tryLevers(leversFor(section, verdict, library), verdict, (changed) => judged(withSection(plan, sectionId, changed), sectionId, zoneId));
    } catch {
      return null;
    }
  },
  /** Pieces of every ply on their rolls, and what to have on the bench: for this section, and for the whole mold where it has several. */
  async kit(document: PlanDocument, sectionId: string): Promise<KitAnswer> {
    try {
      // Only who cuts loads it.
      const { kitSheet, takeOff, takeOffOfMold } = await import('@pentimento/core/kit');
      const plan = sectionOf(document, sectionId);
      const several = document.sections.filter(({ sessions }) => sessions.length > 0).length > 1;
      return {
        ok: true,
        kits: kitSheet(plan, library),
        lines: takeOff(plan, library, mixSheet(plan, library, pots)),
        whole: several ? takeOffOfMold(document, library, pots) : [],
      };
    } catch (error) {
      return { ok: false, detail: error instanceof DomainError ? error.message : 'The pieces could not be cut for this plan. Undo the last change.' };
    }
  },
  /** The same mold by a school; null: as planned. */
  async school(plan: SectionPlan, templateId: string | null): Promise<SchoolAnswer> {
    try {
      // Only who compares schools loads them.
      const { schoolFigures } = await import('@pentimento/core/schools');
      return { ok: true, figures: schoolFigures(plan, library, templateId) };
    } catch (error) {
      return { ok: false, detail: error instanceof DomainError ? error.message : 'This school could not be worked out for this mold.' };
    }
  },
};

export type SimulationService = typeof service;

expose(service);
