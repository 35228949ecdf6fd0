import type { PlugChoice } from '@pentimento/core/materials';
import {
  airAt,
  knownSpells,
  earliestDemoldMin,
  climateFields,
  sectionPlanFields,
  plugFields,
  rangeOf,
  type CardLibrary,
  type SectionPlan,
} from '@pentimento/core/plan';
import { shopAirOf } from '@pentimento/core/shop';
import { DAY_MIN, momentText } from '@pentimento/core/shop-time';
import { amount, words } from '@pentimento/core/units';
import { ChevronDown, ChevronRight } from 'lucide-react';
import { memo } from 'react';
import { cells } from '../../../shared/cells';
import { ClockCell } from '../../../shared/clock-cell';
import { useRemembered } from '../../../shared/use-remembered';
import { useShop } from '../../../shared/use-shop';
import { useUnits } from '../../../shared/use-units';
import { HeatingCells } from '../../../shared/heating-cells';
import { PostCure } from './post-cure';

/** Air in a few words: mean and swing, or heated by day and night; by the hour where it is known so. */
function airText({ meanC, swingC, heating, series }: SectionPlan['climate'], units: ReturnType<typeof useUnits>): string {
  const swing = swingC > 0 ? units.fill(words` ± ${amount('temperatureDifference', swingC, 1)}`) : '';
  const base = heating
    ? `heated to ${units.text('temperature', heating.dayC)}, ${units.text('temperature', heating.nightC)} at night`
    : `${units.text('temperature', meanC)}${swing}`;
  return series ? `${base}, by the hour` : base;
}

const inOneOrder = ({ meanC, swingC, warmestHour, fan, heating, series }: SectionPlan['climate']): unknown[] => [
  meanC,
  swingC,
  warmestHour,
  fan,
  heating ? Object.entries(heating).sort() : null,
  series?.map(({ atMin, tempC, humidityPct, from }) => [atMin, tempC, humidityPct, from]) ?? null,
];

/** Plug and shop in one line, for when they are folded away. */
function useSummary(plan: SectionPlan, plugChoices: readonly PlugChoice[]): string {
  const units = useUnits();
  const { plug, climate, postCure } = plan;
  const name = plugChoices.find(({ id }) => id === plug.materialId)?.name ?? plug.materialId;
  return [
    `${name} ${units.text('thickness', plug.thicknessMm)}, to ${units.text('temperature', plug.heatLimitC)}`,
    `shop ${airText(climate, units)}${climate.fan ? ', fan' : ''}`,
    ...(plan.shape?.pockets ? ['deep pockets'] : []),
    postCure ? `post-cure ${units.text('temperature', postCure.holdC)}` : 'no post-cure',
    `demold ${momentText(plan.startDate, plan.demoldMin)}`,
  ].join(' · ');
}

/** How the air of a plan is known, in its days: measured, forecast, and what is assumed before and after. */
function AirKnown({ plan }: { plan: SectionPlan }) {
  const units = useUnits();
  const spells = knownSpells(plan.climate);
  const first = plan.sessions.at(0)?.startMin ?? 0;
  const { tempC, humidityPct, dewC, from } = airAt(plan.climate, first, plan.release?.humidityPct ?? null);
  return (
    <p className="muted basis-full text-xs" data-testid="air-known">
      {spells
        .map(({ from: known, fromMin, toMin }) => `${known} ${momentText(plan.startDate, fromMin)} to ${momentText(plan.startDate, toMin)}`)
        .join(', ')}
      {spells.length > 0 ? '; before and after it assumed. ' : 'Air as assumed. '}
      First session: {units.text('temperature', tempC)} ({from})
      {humidityPct !== null && dewC !== null && `, ${humidityPct.toFixed(0)} %, dew at ${units.text('temperature', dewC)}`}.
    </p>
  );
}

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
  const days = Math.ceil(plan.demoldMin / DAY_MIN) + 1;
  const offered =
    shop && (shop.calendar.seasons.length > 0 || shop.calendar.forecast?.length) ? shopAirOf(shop.calendar, climate, plan.startDate, days) : null;
  const isOther = offered !== null && JSON.stringify(inOneOrder(offered.climate)) !== JSON.stringify(inOneOrder(climate));
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
          <span>
            <span className="muted block text-sm">Heated</span>
            <HeatingCells
              of="Shop"
              heating={climate.heating}
              onChange={(heating) => {
                const { heating: _before, ...rest } = climate;
                onEdit({ ...plan, climate: heating ? { ...rest, heating } : rest });
              }}
            />
          </span>
          {offered && isOther && (
            <button
              type="button"
              className="btn btn-xs mt-5"
              onClick={() => {
                const { humidityPct } = offered;
                onEdit({
                  ...plan,
                  climate: offered.climate,
                  ...(plan.release && humidityPct !== null ? { release: { ...plan.release, humidityPct } } : {}),
                });
              }}
            >
              As the shop’s calendar: {airText(offered.climate, units)}
            </button>
          )}
          {climate.series && (
            <button
              type="button"
              className="btn btn-xs btn-ghost mt-5"
              onClick={() => {
                const { series: _before, ...rest } = climate;
                onEdit({ ...plan, climate: rest });
              }}
            >
              Without the air by the hour
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
          <AirKnown plan={plan} />
        </fieldset>
      )}
    </>
  );
});
