import { cardFlag } from '@pentimento/core/materials';
import { DEFAULT_INFUSION, infusionRanges, MOST_DROP_MBAR, type CardLibrary, type InfusionPlan, type PlanDocument } from '@pentimento/core/plan';
import { infusedLayers, infusionOutcome } from '@pentimento/core/stack';
import { ChoiceCell, FlagCell, Part } from '../../../shared/fields';
import { NumberCell } from '../../../shared/number-cell';
import { UnitCell } from '../../../shared/unit-cell';

interface InfusionPartProps {
  readonly plan: PlanDocument;
  readonly library: CardLibrary;
  /** From laying to gel by layer [s] */
  readonly gelS: ReadonlyMap<string, number>;
  readonly onEdit: (plan: PlanDocument) => void;
}

/** Fill time against gel, hardener that does not gas, and the leak test, where a layer is infused. */
export function InfusionPart({ plan, library, gelS, onEdit }: InfusionPartProps) {
  const layers = infusedLayers(plan, library);
  if (layers.length === 0) return null;
  const infusion = plan.infusion ?? DEFAULT_INFUSION;
  const set = (part: Partial<InfusionPlan>): void => {
    onEdit({ ...plan, infusion: { ...infusion, ...part } });
  };
  const meshes = [...library.sheets.values()].filter(({ kind }) => kind === 'reinforcement');
  const hardeners = [...library.sheets.values()].filter(({ kind }) => kind === 'hardener');
  return (
    <Part title="Infusion">
      <div className="flex flex-wrap items-start gap-x-5 gap-y-2 text-sm">
        <UnitCell
          label="Feed to vacuum line"
          quantity="thickness"
          value={infusion.flowLengthMm}
          range={infusionRanges.flowLengthMm}
          width="w-20"
          onChange={(flowLengthMm) => {
            set({ flowLengthMm });
          }}
        />
        <NumberCell
          showLabel
          label="Driving pressure"
          value={infusion.deltaPKPa}
          {...infusionRanges.deltaPKPa}
          digits={0}
          onChange={(deltaPKPa) => {
            set({ deltaPKPa });
          }}
        />
        <ChoiceCell
          label="Flow mesh"
          value={infusion.meshId ?? ''}
          options={[['', 'none'] as const, ...meshes.map(({ id, name }) => [id, name] as const)]}
          onChange={(id) => {
            set({ meshId: id === '' ? null : id });
          }}
        />
        <NumberCell
          showLabel
          label="Fiber share by volume"
          value={infusion.fiberVolumeShare}
          {...infusionRanges.fiberVolumeShare}
          digits={2}
          onChange={(fiberVolumeShare) => {
            set({ fiberVolumeShare });
          }}
        />
        <ChoiceCell
          label="Hardener"
          value={infusion.hardenerId}
          options={hardeners.map((card) => [card.id, `${card.name}${cardFlag(card, 'gasses') ? ', gasses' : ''}`] as const)}
          onChange={(hardenerId) => {
            set({ hardenerId });
          }}
        />
        <span className="pt-5">
          <FlagCell
            label="Drop test done"
            value={infusion.dropMbar !== null}
            onChange={(on) => {
              set({ dropMbar: on ? 0 : null });
            }}
          />
        </span>
        {infusion.dropMbar !== null && (
          <NumberCell
            showLabel
            label="Dropped in ten minutes"
            value={infusion.dropMbar}
            {...infusionRanges.dropMbar}
            unit="mbar"
            digits={1}
            onChange={(dropMbar) => {
              set({ dropMbar });
            }}
          />
        )}
      </div>
      <ul className="mt-2 text-sm">
        {layers.map((layer) => {
          const { fillS, gelS: gels, permeabilityM2, viscosityPaS, assumed } = infusionOutcome(layer, infusion, library, gelS.get(layer.id) ?? null);
          return (
            <li key={layer.id} className="num">
              {layer.name}: fills in{' '}
              <span className="predicted font-semibold" data-testid="fill-time">
                {(fillS / 60).toFixed(1)} min
              </span>
              , gels after <span className="predicted">{gels === null ? 'a time not known yet' : `${(gels / 60).toFixed(0)} min`}</span>. t = φ μ L² /
              (2 K Δp) with φ {(1 - infusion.fiberVolumeShare).toFixed(2)}, μ {viscosityPaS.toFixed(2)} Pa·s, K {permeabilityM2.toExponential(1)} m²
              {assumed.length > 0 && <span className="muted italic"> (assumed: {assumed.join(', ')})</span>}
            </li>
          );
        })}
      </ul>
      <p className="muted mt-1 text-xs">Gate: close the pump off; at most {MOST_DROP_MBAR} mbar in ten minutes before any resin is mixed.</p>
    </Part>
  );
}
