import { DEFAULT_MIX, measureWays, mixRanges, type MeasureWay, type MixPlan } from '@pentimento/core/plan';
import { Plus, X } from 'lucide-react';
import { CountCell } from '../../../shared/count-cell';
import { ChoiceCell } from '../../../shared/fields';
import { NumberCell } from '../../../shared/number-cell';

const WAYS: readonly (readonly [MeasureWay, string])[] = measureWays.map((way) => [way, way === 'weight' ? 'on the scale' : 'by volume']);

/** Who mixes, in what, and how it is measured. */
export function MixForm({ mix, onChange }: { mix: MixPlan; onChange: (mix: MixPlan) => void }) {
  const percent = (share: number): number => share * 100;
  return (
    <div className="flex flex-wrap items-start gap-x-5 gap-y-2 text-sm">
      <CountCell
        showLabel
        label="People laying"
        value={mix.people}
        range={mixRanges.people}
        onChange={(people) => {
          onChange({ ...mix, people });
        }}
      />
      <ChoiceCell
        label="Hardener measured"
        value={mix.measure}
        options={WAYS}
        onChange={(measure) => {
          onChange({ ...mix, measure });
        }}
      />
      <NumberCell
        showLabel
        label="Pot empty at, of its life"
        value={percent(mix.potShare)}
        unit="%"
        digits={0}
        min={percent(mixRanges.potShare.min)}
        max={percent(mixRanges.potShare.max)}
        width="w-14"
        onChange={(share) => {
          onChange({ ...mix, potShare: share / 100 });
        }}
      />
      <NumberCell
        showLabel
        label="Containers filled to"
        value={percent(mix.fillShare)}
        unit="%"
        digits={0}
        min={percent(mixRanges.fillShare.min)}
        max={percent(mixRanges.fillShare.max)}
        width="w-14"
        onChange={(share) => {
          onChange({ ...mix, fillShare: share / 100 });
        }}
      />
      <NumberCell
        showLabel
        label="Gun puts out"
        value={mix.gunKgPerMin}
        {...mixRanges.gunKgPerMin}
        digits={2}
        onChange={(gunKgPerMin) => {
          onChange({ ...mix, gunKgPerMin });
        }}
      />
      <div>
        <span className="muted block text-sm">Containers, what they hold</span>
        <span className="flex flex-wrap items-start gap-2">
          {mix.containersG.map((grams, i) => (
            <span key={`${String(i)} of ${String(mix.containersG.length)}`} className="inline-flex items-start">
              <NumberCell
                label={`Container ${String(i + 1)} holds`}
                value={grams}
                {...mixRanges.containerG}
                digits={0}
                onChange={(next) => {
                  onChange({ ...mix, containersG: mix.containersG.map((one, at) => (at === i ? next : one)) });
                }}
              />
              {mix.containersG.length > 1 && (
                <button
                  type="button"
                  className="btn btn-ghost btn-xs"
                  aria-label={`Take container ${String(i + 1)} away`}
                  onClick={() => {
                    onChange({ ...mix, containersG: mix.containersG.filter((_, at) => at !== i) });
                  }}
                >
                  <X size={12} aria-hidden />
                </button>
              )}
            </span>
          ))}
          {mix.containersG.length < mixRanges.containers.max && (
            <button
              type="button"
              className="btn btn-xs"
              onClick={() => {
                onChange({ ...mix, containersG: [...mix.containersG, DEFAULT_MIX.containersG[0]] });
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
