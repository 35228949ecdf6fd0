import { figuresToTake } from '@pentimento/core/bench';
import { DEFAULT_MIX, USUAL_LEFT_PCT, USUAL_PACE, mixFields, mostOf, rangeOf, type MixPlan } from '@pentimento/core/plan';
import { Plus, X } from 'lucide-react';
import { useShopFiguresQuery } from '../../../api/api';
import { cells } from '../../../shared/cells';
import { NamesCell } from '../../../shared/names-cell';
import { UnitCell } from '../../../shared/unit-cell';
import { useUnits } from '../../../shared/use-units';

const HOLDS = rangeOf(mixFields.containersG.of);

/** Who mixes, in what, and how it is measured. */
export function MixForm({ mix, onChange }: { mix: MixPlan; onChange: (mix: MixPlan) => void }) {
  const { system } = useUnits();
  const cell = cells(mixFields, mix, onChange);
  const { containersG } = mix;
  // Shown as the tables have them until somebody says otherwise.
  const { pace = USUAL_PACE, leftPct = USUAL_LEFT_PCT } = mix;
  const usual = cells(mixFields, { ...mix, pace, leftPct }, (next) => {
    onChange({ ...mix, ...(next.pace === pace ? {} : { pace: next.pace }), ...(next.leftPct === leftPct ? {} : { leftPct: next.leftPct }) });
  });
  return (
    <div className="flex flex-wrap items-start gap-x-5 gap-y-2 text-sm">
      {cell('people', { unit: 'people' })}
      <NamesCell
        label={mixFields.crew.label}
        names={mix.crew ?? []}
        placeholder="nobody named"
        most={mostOf(mixFields.crew)}
        onChange={(crew) => {
          onChange({ ...mix, crew: crew.length === 0 ? undefined : crew });
        }}
      />
      {cell('measure')}
      {cell('scaleG', { width: 'w-14' })}
      {cell('potShare', { width: 'w-14' })}
      {cell('fillShare', { width: 'w-14' })}
      {cell('gunKgPerMin')}
      {usual('pace', { width: 'w-14' })}
      {usual('leftPct', { width: 'w-14' })}
      <TakeFigures mix={mix} onChange={onChange} />
      <div>
        <span className="muted block text-sm">Containers, what they hold</span>
        <span className="flex flex-wrap items-start gap-2">
          {containersG.map((grams, i) => (
            <span key={`${String(i)} of ${String(containersG.length)}`} className="inline-flex items-start">
              <UnitCell
                label={`Container ${String(i + 1)} holds`}
                showLabel={false}
                quantity="potMass"
                value={grams}
                range={HOLDS}
                digits={system === 'metric' ? 0 : 1}
                width="w-20"
                onChange={(next) => {
                  onChange({ ...mix, containersG: containersG.map((one, at) => (at === i ? next : one)) });
                }}
              />
              {containersG.length > 1 && (
                <button
                  type="button"
                  className="btn btn-ghost btn-xs"
                  aria-label={`Take container ${String(i + 1)} away`}
                  onClick={() => {
                    onChange({ ...mix, containersG: containersG.filter((_, at) => at !== i) });
                  }}
                >
                  <X size={12} aria-hidden />
                </button>
              )}
            </span>
          ))}
          {containersG.length < mostOf(mixFields.containersG) && (
            <button
              type="button"
              className="btn btn-xs"
              onClick={() => {
                onChange({ ...mix, containersG: [...containersG, DEFAULT_MIX.containersG[0]] });
              }}
            >
              <Plus size={12} aria-hidden /> container
            </button>
          )}
        </span>
      </div>
    </div>
  );
}

/** Pace and losses as the shop's own logs say, where they say enough and the plan says something else. */
function TakeFigures({ mix, onChange }: { mix: MixPlan; onChange: (mix: MixPlan) => void }) {
  const { data } = useShopFiguresQuery();
  if (!data) return null;
  const { pace, leftPct } = figuresToTake(data);
  const known = [
    ...(pace === null || pace === mix.pace ? [] : [`pace × ${pace.toFixed(2)}`]),
    ...(leftPct === null || leftPct === mix.leftPct ? [] : [`${leftPct.toFixed(1)} % left in pots`]),
  ];
  if (known.length === 0) return null;
  return (
    <button
      type="button"
      className="btn btn-xs mt-5"
      title="The middle of what was written down at the bench, in place of the tables"
      onClick={() => {
        onChange({ ...mix, ...(pace === null ? {} : { pace }), ...(leftPct === null ? {} : { leftPct }) });
      }}
    >
      Take your shop’s figures: {known.join(', ')}
    </button>
  );
}
