import type { PlugChoice } from '@pentimento/core/materials';
import { earliestDemoldMin, climateFields, sectionPlanFields, plugFields, rangeOf, type CardLibrary, type SectionPlan } from '@pentimento/core/plan';
import { seasonAt, type Season } from '@pentimento/core/shop';
import { momentText } from '@pentimento/core/shop-time';
import { amount, words } from '@pentimento/core/units';
import { ChevronDown, ChevronRight } from 'lucide-react';
import { memo } from 'react';
import { cells } from '../../../shared/cells';
import { ClockCell } from '../../../shared/clock-cell';
import { useRemembered } from '../../../shared/use-remembered';
import { useShop } from '../../../shared/use-shop';
import { useUnits } from '../../../shared/use-units';
import { PostCure } from './post-cure';

/** Plug and shop in one line, for when they are folded away. */
function useSummary(plan: SectionPlan, plugChoices: readonly PlugChoice[]): string {
  const units = useUnits();
  const { plug, climate, postCure } = plan;
  const name = plugChoices.find(({ id }) => id === plug.materialId)?.name ?? plug.materialId;
  const swing = climate.swingC > 0 ? units.fill(words` ± ${amount('temperatureDifference', climate.swingC, 1)}`) : '';
  return [
    `${name} ${units.text('thickness', plug.thicknessMm)}, to ${units.text('temperature', plug.heatLimitC)}`,
    `shop ${units.text('temperature', climate.meanC)}${swing}${climate.fan ? ', fan' : ''}`,
    ...(plan.shape?.pockets ? ['deep pockets'] : []),
    postCure ? `post-cure ${units.text('temperature', postCure.holdC)}` : 'no post-cure',
    `demold ${momentText(plan.startDate, plan.demoldMin)}`,
  ].join(' · ');
}

const sameAir = (season: Season, climate: SectionPlan['climate']): boolean =>
  season.meanC === climate.meanC && season.swingC === climate.swingC && season.warmestHour === climate.warmestHour;

/** Plug and shop of a plan: what the stack lies on and what air it stands in; one line until somebody wants to change it. */
export const Conditions = memo(function Conditions({
  plan,
  library,
  plugChoices,
  readOnly,
  onEdit,
}: {
  plan: SectionPlan;
  library: CardLibrary;
  plugChoices: readonly PlugChoice[];
  readOnly: boolean;
  onEdit: (plan: SectionPlan) => void;
}) {
  const { plug, climate } = plan;
  const [open, setOpen] = useRemembered('conditions', false);
  const summary = useSummary(plan, plugChoices);
  const units = useUnits();
  const shop = useShop();
  const season = shop ? seasonAt(shop.calendar, plan.startDate) : null;
  const plugCell = cells(plugFields, plug, (next) => {
    onEdit({ ...plan, plug: next });
  });
  const climateCell = cells(climateFields, climate, (next) => {
    onEdit({ ...plan, climate: next });
  });
  return (
    <>
      <button
        type="button"
        className="hover:bg-base-200 num flex min-h-7 w-full items-center gap-1.5 text-left text-sm"
        aria-expanded={open}
        aria-label={`Plug and shop: ${summary}`}
        onClick={() => {
          setOpen(!open);
        }}
      >
        {open ? <ChevronDown size={14} aria-hidden /> : <ChevronRight size={14} aria-hidden />}
        <span className="min-w-0">{summary}</span>
      </button>
      {open && (
        <fieldset disabled={readOnly} className="flex flex-wrap items-start gap-x-5 gap-y-2 text-sm">
          <label>
            <span className="muted block text-sm">Plug</span>
            <select
              className="hairline bg-base-100 h-7 border"
              value={plug.materialId}
              onChange={(event) => {
                onEdit({ ...plan, plug: { ...plug, materialId: event.target.value } });
              }}
            >
              {plugChoices.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
          </label>
          {plugCell('thicknessMm')}
          {plugCell('heatLimitC')}
          {climateCell('meanC')}
          {climateCell('swingC')}
          <span className="pt-5">{climateCell('fan')}</span>
          {season && !sameAir(season, climate) && (
            <button
              type="button"
              className="btn btn-xs mt-5"
              onClick={() => {
                const { meanC, swingC, warmestHour, humidityPct } = season;
                onEdit({
                  ...plan,
                  climate: { ...climate, meanC, swingC, warmestHour },
                  ...(plan.release ? { release: { ...plan.release, humidityPct } } : {}),
                });
              }}
            >
              As the shop’s calendar: {units.text('temperature', season.meanC)}{' '}
              {units.fill(words`± ${amount('temperatureDifference', season.swingC, 1)}`)}
            </button>
          )}
          <ClockCell
            label="Demold"
            valueMin={plan.demoldMin}
            startDate={plan.startDate}
            minMin={earliestDemoldMin(plan)}
            maxMin={rangeOf(sectionPlanFields.demoldMin).max}
            onChange={(demoldMin) => {
              onEdit({ ...plan, demoldMin });
            }}
          />
          <PostCure plan={plan} library={library} onEdit={onEdit} />
        </fieldset>
      )}
    </>
  );
});
