import type { CardLibrary, SectionPlan } from '@pentimento/core/plan';
import { fitToThickness, stackTally } from '@pentimento/core/stack';
import { LevelMark } from '../../../shared/level-mark';
import { useUnits } from '../../../shared/use-units';

/** The stack summed up, against the thickness aimed at. */
export function TallyPart({ plan, library, onEdit }: { plan: SectionPlan; library: CardLibrary; onEdit: (plan: SectionPlan) => void }) {
  const units = useUnits();
  const tally = stackTally(plan, library);
  const target = plan.design?.targetMm;
  const cells: readonly (readonly [name: string, value: string])[] = [
    ['with gel coat', units.text('thickness', tally.thicknessMm)],
    ['glass by weight', tally.glassShare > 0 ? `${(tally.glassShare * 100).toFixed(0)} %` : '–'],
    ['glass', units.text('mass', tally.glassKg)],
    ['resin on the mold', units.text('mass', tally.resinKg)],
    ['resin to mix', units.text('mass', tally.mixedKg)],
    ['mold, without frame', units.text('mass', tally.glassKg + tally.resinKg)],
  ];
  return (
    <div className="mb-4 flex flex-wrap items-end gap-x-7 gap-y-2" data-testid="tally">
      <p>
        <span className="muted block text-xs">laminate</span>
        <span className="num predicted text-2xl leading-none font-semibold">{units.text('thickness', tally.laminateMm)}</span>
        {target !== undefined && (
          <span className="num text-sm">
            {' '}
            of {units.text('thickness', target)} <LevelMark level={tally.laminateMm < target * 0.97 ? 'care' : 'ok'} size={13} word={false} />
          </span>
        )}
      </p>
      {cells.map(([name, value]) => (
        <p key={name}>
          <span className="muted block text-xs">{name}</span>
          <span className="num">{value}</span>
        </p>
      ))}
      <span className="flex-1" />
      {target !== undefined && tally.laminateMm > 0 && (
        <button
          type="button"
          className="btn btn-sm"
          onClick={() => {
            onEdit(fitToThickness(plan, library, target));
          }}
        >
          Fit bulk plies to {units.text('thickness', target)}
        </button>
      )}
    </div>
  );
}
