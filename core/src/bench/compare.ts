import type { SectionEvaluation } from '../judging/evaluate-mold.js';
import { gelTimes } from '../judging/gel-times.js';
import { layerBuild } from '../plan/layer-masses.js';
import type { CardLibrary } from '../plan/card-library.js';
import { KELVIN } from '../units/kelvin.js';

/** A layer in numbers, as planned or as it went; in the field, at the place laid first. */
export interface LayerFigures {
  /** Its session begins [min of the plan's clock] */
  readonly startMin: number;
  readonly thicknessMm: number;
  /** [% of resin]; null: fixed ratio */
  readonly catalystPct: number | null;
  /** Simulated */
  readonly peakC: number;
  readonly peakMin: number;
  /** null: does not gel on the plug */
  readonly gelMin: number | null;
}

/** A layer planned and as built, side by side. */
export interface ComparedLayer {
  readonly sectionId: string;
  readonly sectionName: string;
  readonly sessionName: string;
  readonly layerId: string;
  readonly name: string;
  readonly planned: LayerFigures;
  /** null: left out */
  readonly built: LayerFigures | null;
}

/** Figures of every layer of a section by its id. */
function figuresOf({ plan, zones: [field] }: SectionEvaluation, cards: CardLibrary): Map<string, LayerFigures> {
  const { result } = field.evaluation;
  if (result.status !== 'converged') return new Map();
  const gelS = gelTimes(plan, field.evaluation);
  // As many as are laid, in the order of laying.
  const outcomes = result.layers.filter(({ plug }) => !plug);
  const order = new Map(plan.sessions.flatMap(({ layers }) => layers).map(({ id }, i) => [id, i]));
  return new Map(
    plan.sessions.flatMap(({ startMin, layers }) =>
      layers.flatMap((layer) => {
        const outcome = outcomes.at(order.get(layer.id) ?? Infinity);
        if (!outcome) return [];
        const gel = gelS.get(layer.id);
        const figures: LayerFigures = {
          startMin,
          thicknessMm: layerBuild(layer, cards).thicknessM * 1000,
          catalystPct: layer.catalystPct,
          peakC: outcome.peakK - KELVIN,
          peakMin: outcome.peakS / 60,
          gelMin: gel === undefined ? null : startMin + gel / 60,
        };
        return [[layer.id, figures] as const];
      }),
    ),
  );
}

/** Every layer as planned and as built, in the order of laying; both simulated alike. */
export function compareBuilt(planned: readonly SectionEvaluation[], built: readonly SectionEvaluation[], cards: CardLibrary): ComparedLayer[] {
  return planned.flatMap((section) => {
    const before = figuresOf(section, cards);
    const other = built.find(({ id }) => id === section.id);
    const now = other ? figuresOf(other, cards) : new Map<string, LayerFigures>();
    return section.plan.sessions.flatMap((session) =>
      session.layers.flatMap((layer): ComparedLayer[] => {
        const figures = before.get(layer.id);
        if (!figures) return [];
        return [
          {
            sectionId: section.id,
            sectionName: section.name,
            sessionName: session.name,
            layerId: layer.id,
            name: layer.name,
            planned: figures,
            built: now.get(layer.id) ?? null,
          },
        ];
      }),
    );
  });
}
