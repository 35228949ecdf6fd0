import { cardFlag } from '@pentimento/core/materials';
import { DEFAULT_INFUSION, FILL_BAND, infusedAtC, infusedLayers, infusionFields, infusionOutcome, MOST_DROP_MBAR } from '@pentimento/core/plan';
import type { CardLibrary, InfusionPlan, SectionPlan } from '@pentimento/core/plan';
import { cells } from '../../../shared/cells';
import { FlagCell, Part } from '../../../shared/fields';
import { useUnits } from '../../../shared/use-units';

interface InfusionPartProps {
  readonly plan: SectionPlan;
  readonly library: CardLibrary;
  /** From laying to gel by layer [s] */
  readonly gelS: ReadonlyMap<string, number>;
  readonly onEdit: (plan: SectionPlan) => void;
}

/** Fill time against gel, hardener that does not gas, and the leak test, where a layer is infused. */
export function InfusionPart({ plan, library, gelS, onEdit }: InfusionPartProps) {
  const units = useUnits();
  const layers = infusedLayers(plan, library);
  if (layers.length === 0) return null;
  const infusion = plan.infusion ?? DEFAULT_INFUSION;
  const set = (next: InfusionPlan): void => {
    onEdit({ ...plan, infusion: next });
  };
  const cell = cells(infusionFields, infusion, set);
  const meshes = [...library.sheets.values()].filter(({ kind }) => kind === 'reinforcement');
  const hardeners = [...library.sheets.values()].filter(({ kind }) => kind === 'hardener');
  return (
    <Part title="Infusion">
      <div className="flex flex-wrap items-start gap-x-5 gap-y-2 text-sm">
        {cell('flowLengthMm', { width: 'w-20' })}
        {cell('deltaPKPa')}
        {cell('meshId', { options: [['', 'none'] as const, ...meshes.map(({ id, name }) => [id, name] as const)] })}
        {cell('fiberVolumeShare')}
        {cell('hardenerId', {
          options: hardeners.map((card) => [card.id, `${card.name}${cardFlag(card, 'gasses') ? ', gasses' : ''}`] as const),
        })}
        <span className="pt-5">
          <FlagCell
            label="Drop test done"
            value={infusion.dropMbar !== null}
            onChange={(on) => {
              set({ ...infusion, dropMbar: on ? 0 : null });
            }}
          />
        </span>
        {cell('dropMbar')}
      </div>
      <ul className="mt-2 text-sm">
        {layers.map((layer) => {
          const {
            fillS,
            gelS: gels,
            permeabilityM2,
            viscosityPaS,
            assumed,
          } = infusionOutcome(layer, infusion, library, {
            gelS: gelS.get(layer.id) ?? null,
            tempC: infusedAtC(layer, plan),
          });
          return (
            <li key={layer.id} className="num">
              {layer.name}: fills in{' '}
              <span className="predicted font-semibold" data-testid="fill-time">
                {Math.max(1, Math.round(fillS / 60))} min
              </span>{' '}
              ({Math.max(1, Math.round(fillS / 60 / FILL_BAND))} to {Math.round((fillS / 60) * FILL_BAND) + 1}: permeability is known to a factor of{' '}
              {FILL_BAND}), gels after <span className="predicted">{gels === null ? 'a time not known yet' : `${(gels / 60).toFixed(0)} min`}</span>.
              t = φ μ L² / (2 K Δp) with φ {(1 - infusion.fiberVolumeShare).toFixed(2)}, μ {viscosityPaS.toFixed(2)} Pa·s, K{' '}
              {permeabilityM2.toExponential(1)} m²
              {assumed.length > 0 && <span className="muted italic"> (assumed: {assumed.join(', ')})</span>}
            </li>
          );
        })}
      </ul>
      <p className="muted mt-1 text-xs">
        Gate: close the pump off; at most {units.text('vacuum', MOST_DROP_MBAR)} in ten minutes before any resin is mixed.
      </p>
    </Part>
  );
}
