import { substances } from '@pentimento/core/materials';
import { initialPart, sealFields, type SectionPlan } from '@pentimento/core/plan';
import { weakestHeat, weakestUnderStack, withSurfaces } from '@pentimento/core/plug';
import { ArrowUp, X } from 'lucide-react';
import { cells } from '../../../shared/cells';
import { FlagCell, Part } from '../../../shared/fields';
import { useUnits } from '../../../shared/use-units';

/** What is on the plug, layer by layer, and what holds it; the weakest limits the heat at its face. */
export function PlugSurfaces({ plan, onEdit }: { plan: SectionPlan; onEdit: (plan: SectionPlan) => void }) {
  const units = useUnits();
  const surfaces = plan.plug.surfaces ?? [];
  const weakest = weakestUnderStack(plan);
  const nameOf = (id: string): string => substances.find((one) => one.id === id)?.name ?? id;
  const raise = (at: number): void => {
    const next = [...surfaces];
    [next[at - 1], next[at]] = [next[at], next[at - 1]];
    onEdit(withSurfaces(plan, next));
  };
  return (
    <Part title="Surfaces of the plug">
      <ol aria-label="Surfaces" className="text-sm">
        {surfaces.map((id, i) => (
          <li key={id} className="hairline flex items-center gap-2 border-b py-0.5">
            <span className="num muted w-5">{i + 1}</span>
            <span className="flex-1">{nameOf(id)}</span>
            <span className="num muted text-xs">
              {(() => {
                const limit = weakestHeat([id]);
                return limit ? units.text('temperature', limit.heatLimitC) : '';
              })()}
            </span>
            <button
              type="button"
              className="btn btn-ghost btn-xs"
              aria-label={`${nameOf(id)} one layer down`}
              disabled={i === 0}
              onClick={() => {
                raise(i);
              }}
            >
              <ArrowUp size={13} aria-hidden />
            </button>
            <button
              type="button"
              className="btn btn-ghost btn-xs"
              aria-label={`Take off ${nameOf(id)}`}
              onClick={() => {
                onEdit(
                  withSurfaces(
                    plan,
                    surfaces.filter((one) => one !== id),
                  ),
                );
              }}
            >
              <X size={13} aria-hidden />
            </button>
          </li>
        ))}
      </ol>
      <label className="mt-2 block text-sm">
        Add{' '}
        <select
          className="hairline bg-base-100 h-7 border"
          value=""
          onChange={(event) => {
            if (event.target.value !== '') onEdit(withSurfaces(plan, [...surfaces, event.target.value]));
          }}
        >
          <option value="">substrate, coat, fillet, tape, residue …</option>
          {substances
            .filter(({ id, traits }) => !traits.includes('resin') && !traits.includes('release') && !surfaces.includes(id))
            .map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
        </select>
      </label>
      <Seal plan={plan} onEdit={onEdit} />
      <p className="mt-2 text-sm">
        {weakest
          ? `Weakest: ${weakest.substance.name}, typically ${units.text('temperature', weakest.heatLimitC)}. It limits the plug’s face; its data sheet decides.`
          : 'Nothing here limits the heat: the plug’s own limit counts.'}
      </p>
    </Part>
  );
}

/** A hard coat that keeps resin and what lies under apart: how many coats, how long cured, and whether a test patch let go. */
function Seal({ plan, onEdit }: { plan: SectionPlan; onEdit: (plan: SectionPlan) => void }) {
  const seal = plan.plug.seal ?? null;
  const cell = cells(sealFields, seal ?? initialPart(sealFields), (next) => {
    onEdit({ ...plan, plug: { ...plan.plug, seal: next } });
  });
  return (
    <div className="mt-2 flex flex-wrap items-end gap-x-5 gap-y-1 text-sm">
      <FlagCell
        label="Sealed with a hard coat"
        value={seal !== null}
        onChange={(on) => {
          onEdit({ ...plan, plug: { ...plan.plug, seal: on ? initialPart(sealFields) : null } });
        }}
      />
      {seal && (
        <>
          {cell('coats', { width: 'w-12' })}
          {cell('curedH', { width: 'w-14' })}
          {cell('testPatch')}
        </>
      )}
    </div>
  );
}
