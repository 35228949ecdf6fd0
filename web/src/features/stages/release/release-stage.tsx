import { HeadRow } from '../../../shared/head-row';
import { cardNumber } from '@pentimento/core/materials';
import { firstRelease, rangeOf, releaseFields, type CardLibrary, type ReleasePlan } from '@pentimento/core/plan';
import { readyAtMin, withRelease } from '@pentimento/core/plug';
import { programOf, releaseSchedule, releaseUse, sessionsBehindGate, type ReleaseTimer } from '@pentimento/core/release';
import { momentText } from '@pentimento/core/shop-time';
import { useUnits } from '../../../shared/use-units';
import { cells } from '../../../shared/cells';
import { Part } from '../../../shared/fields';
import { ClockCell } from '../../../shared/clock-cell';
import { StageFrame } from '../../stage/stage-frame';
import type { StageProps } from '../../stage/stage-props';
import { GatePart } from './gate-part';
import { ReleaseTimeline } from './release-timeline';
import { ZoneTable } from './zone-table';

/** What makes the plug let go: zones and programs, timers in the schedule, the gate before gel coat. */
export function ReleaseStage(props: StageProps) {
  const { plan, document, section, readOnly, onEdit, objections } = props;
  if (!plan.release)
    return (
      <StageFrame name="Release" objections={objections} readOnly={readOnly}>
        <div className="hairline max-w-xl border border-dashed p-6">
          <p className="text-lg font-semibold">No release is planned</p>
          <p className="muted mt-1">
            Nothing lets go of a bare plug. Start with one zone over the whole plug; its timers then stand before the first gel coat.
          </p>
          <button
            type="button"
            className="btn btn-sm btn-primary mt-3"
            onClick={() => {
              onEdit(withRelease(plan, firstRelease(document, section.id)));
            }}
          >
            Plan the release
          </button>
        </div>
      </StageFrame>
    );
  return <PlannedRelease {...props} release={plan.release} />;
}

function PlannedRelease({ plan, signed, library, readOnly, onEdit, objections, person, release }: StageProps & { release: ReleasePlan }) {
  const change = (next: ReleasePlan): void => {
    onEdit(withRelease(plan, next));
  };
  const cell = cells(releaseFields, release, change);
  const schedule = releaseSchedule(plan, release, library);
  const first = plan.sessions.at(0);
  const late = first && first.startMin < schedule.gateMin;
  const ready = readyAtMin(signed, library);
  return (
    <StageFrame name="Release" objections={objections} readOnly={readOnly}>
      <Part title="Zones">
        <ZoneTable release={release} onChange={change} />
      </Part>
      <Part
        title="Timers"
        aside={
          <span className="num text-sm" data-testid="gate-time">
            gate {momentText(plan.startDate, schedule.gateMin)} · {(schedule.handsOnMin / 60).toFixed(1)} h hands on
          </span>
        }
      >
        <div className="mb-2 flex flex-wrap items-start gap-x-5 gap-y-2 text-sm">
          <ClockCell
            label="Starts (day 0 is the day before day 1)"
            valueMin={release.startMin}
            startDate={plan.startDate}
            minMin={rangeOf(releaseFields.startMin).min}
            maxMin={rangeOf(releaseFields.startMin).max}
            onChange={(startMin) => {
              change({ ...release, startMin });
            }}
          />
          {cell('humidityPct')}
          <span className="pt-5">{cell('newSurface')}</span>
          {late && (
            <button
              type="button"
              className="btn btn-sm mt-4"
              onClick={() => {
                onEdit(sessionsBehindGate(plan, library));
              }}
            >
              Move the sessions behind the gate
            </button>
          )}
          {ready.open === 0 && ready.atMin > release.startMin && (
            <button
              type="button"
              className="btn btn-sm mt-4"
              onClick={() => {
                change({ ...release, startMin: Math.ceil(ready.atMin / 15) * 15 });
              }}
            >
              Start when the plug is ready
            </button>
          )}
        </div>
        <ReleaseTimeline plan={plan} schedule={schedule} />
        <TimerTable startDate={plan.startDate} timers={schedule.timers} />
      </Part>
      <div className="grid gap-x-8 xl:grid-cols-2">
        <GatePart release={release} signed={signed.release ?? release} person={person} onChange={change} />
        <Part title="How, and what it uses">
          <ReleaseHow release={release} library={library} />
        </Part>
      </div>
    </StageFrame>
  );
}

/** Every coat with its times. */
function TimerTable({ startDate, timers }: { startDate: string; timers: readonly ReleaseTimer[] }) {
  return (
    <div className="mt-3 max-h-72 overflow-auto" tabIndex={0} role="region" aria-label="Coats with their times">
      <table className="w-full text-sm">
        <caption className="sr-only">Coats with their times</caption>
        <HeadRow heads={['Zone', 'Step', 'Coat', 'Start', 'Haze until', 'Buffed', 'Next from']} />
        <tbody className="num">
          {timers.map(({ zone, step, coat, coats, startMin, hazedMin, buffedMin, freeMin }) => (
            <tr key={`${zone.id} ${step.id} ${String(coat)}`} className="hairline border-t" title={step.what}>
              <td className="pr-3 font-sans">{zone.name}</td>
              <td className="pr-3 font-sans">{step.name}</td>
              <td className="pr-3">
                {coat} of {coats}
              </td>
              <td className="pr-3 whitespace-nowrap">{momentText(startDate, startMin)}</td>
              <td className="pr-3">{momentText(startDate, hazedMin).slice(-5)}</td>
              <td className="pr-3">{momentText(startDate, buffedMin).slice(-5)}</td>
              <td className="pr-3 whitespace-nowrap">{momentText(startDate, freeMin)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** What each program asks for, and how much of its agents. */
function ReleaseHow({ release, library }: { release: ReleasePlan; library: CardLibrary }) {
  const programs = [...new Set(release.zones.map(({ programId }) => programId))].flatMap((id) => programOf(id, library) ?? []);
  const units = useUnits();
  return (
    <>
      {programs.map(({ id, name, steps, caution }) => (
        <div key={id} className="mb-3 text-sm">
          <p className="font-semibold">{name}</p>
          <ol className="list-decimal pl-5">
            {steps.map((step) => (
              <li key={step.id}>
                {step.name}: {step.what}
              </li>
            ))}
          </ol>
          <p className="border-warning mt-1 border-l-4 pl-2">{caution}</p>
        </div>
      ))}
      <ul className="text-sm" aria-label="Release agents used">
        {releaseUse(release, library).map(({ cardId, coatM2 }) => {
          const sheet = library.sheets.get(cardId);
          const coverage = sheet ? cardNumber(sheet, 'coverageM2PerL') : null;
          return (
            <li key={cardId}>
              {sheet?.name ?? cardId}: {units.text('area', coatM2)} of coats
              {coverage !== null && (
                <>
                  {' '}
                  = <span className="num predicted">{units.text('volume', (coatM2 / coverage) * 1000)}</span>
                </>
              )}
            </li>
          );
        })}
      </ul>
    </>
  );
}
