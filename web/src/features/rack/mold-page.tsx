import { moldStateWords } from '@pentimento/core/mold';
import { releaseProgram, type MoldServiceState } from '@pentimento/core/service';
import { Tag } from 'lucide-react';
import { useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { MayButton } from '../../shared/may-button';
import { useMoldQuery, type Mold } from '../../api/api';
import { useAppSelector } from '../../app/store';
import { problemOf } from '../../api/problem';
import { LevelMark } from '../../shared/level-mark';
import { Empty, Failed, Loading } from '../../shared/states';
import { useWidth } from '../../shared/use-width';
import { ChangeDialog } from './change-dialog';
import { CommissioningPart } from './commissioning-part';
import { FindingsPart } from './findings-part';
import { LogFinding } from './log-finding';
import { PullsPerMonth } from './pulls-per-month';
import { SiblingsPart } from './siblings-part';
import { ZoneTrends } from './zone-trends';
import { EaseTrend } from './ease-trend';
import { FromItsBuild } from './from-its-build';
import { Records } from './logbook-part';
import { LogPull } from './log-pull';
import { LogTreatment } from './log-treatment';
import { Refusals } from '../../app/refusals';
import { CycleRows } from './spine';
import { SticksPart } from './sticks-part';
import { viewOf } from './use-service';
import { dateText } from '../../shared/dates';

/** A mold's logbook: what is due, strokes by cycle, ease of release, every record. */
export function MoldPage() {
  const { moldId = '' } = useParams();
  const { data, error, refetch } = useMoldQuery(moldId, { refetchOnMountOrArgChange: true });
  const waiting = useAppSelector((state) => state.outbox.waiting);
  if (error && !data && problemOf(error).status === 404) {
    return (
      <Empty title="No such mold">
        <Link className="link" to="/rack">
          Go to the Rack
        </Link>
      </Empty>
    );
  }
  if (error && !data) return <Failed error={error} retry={() => void refetch()} />;
  if (!data) return <Loading what="the mold" />;
  return <Logbook mold={data} service={viewOf(data, waiting).service} />;
}

function Logbook({ mold, service }: { mold: Mold; service: MoldServiceState }) {
  const [search, setSearch] = useSearchParams();
  // A scanned label leads here, ready for a pull.
  const [sheet, setSheet] = useState<'pull' | 'treatment' | 'finding' | 'change' | null>(search.has('pull') ? 'pull' : null);
  const [foundAt, setFoundAt] = useState<string | null>(null);
  // A sheet that is done closes itself, not the one that was opened since.
  const close = (own: typeof sheet) => (): void => {
    setSheet((open) => (open === own ? null : open));
    setFoundAt(null);
    if (search.has('pull')) setSearch({}, { replace: true });
  };
  const { ref, width } = useWidth();
  return (
    <div>
      <div className="rule flex flex-wrap items-stretch border-b">
        <h1 className="flex items-baseline gap-3 px-4 py-2 text-xl font-semibold">
          <span className="num">{mold.number}</span> {mold.part}
          {mold.hand !== 'none' && <span className="text-base uppercase">{mold.hand}</span>}
        </h1>
        <span className="flex min-w-60 flex-1 items-center gap-2 px-3 leading-tight" data-testid="due">
          {service.hold?.kind !== 'away' && <LevelMark level={service.level} />} <span>{service.reason}</span>
        </span>
        <div className="flex w-full sm:w-auto">
          <MayButton
            right="log"

            className="hairline hover:bg-base-200 min-h-14 flex-1 border-l px-5 whitespace-nowrap"
            onClick={() => {
              setSheet('treatment');
            }}
          >
            Log a treatment
          </MayButton>
          <MayButton
            right="log"

            className="bg-primary text-primary-content min-h-14 flex-1 px-6 text-lg font-semibold whitespace-nowrap"
            onClick={() => {
              setSheet('pull');
            }}
          >
            Log a pull
          </MayButton>
        </div>
      </div>
      <Refusals />
      <div className="grid gap-x-6 lg:grid-cols-[22rem_minmax(0,1fr)]">
        <section className="hairline p-4 lg:border-r" aria-label="Strokes by release cycle">
          <Facts
            mold={mold}
            service={service}
            onChange={() => {
              setSheet('change');
            }}
          />
          <CommissioningPart mold={mold} />
          <h2 className="mt-4 font-semibold">Strokes, newest cycle first</h2>
          <p className="muted text-xs">A dot marks a touch-up coat before that pull.</p>
          {service.earlierCycles > 0 && <p className="muted text-xs">{service.earlierCycles} earlier cycles are in the logbook.</p>}
          <ol>
            {[...service.cycles].reverse().map((cycle) => (
              <li key={cycle.treatedAt ?? 'before'} className="hairline border-b py-1.5">
                <span className="muted num block text-xs">
                  {cycle.treatedAt ? dateText(cycle.treatedAt) : 'before the first treatment'} · {cycle.count}
                </span>
                <CycleRows count={cycle.count} touchUpsBefore={cycle.touchUpsBefore} perRow={50} />
              </li>
            ))}
          </ol>
        </section>
        <section className="min-w-0 p-4">
          <FindingsPart
            mold={mold}
            onFound={() => {
              setSheet('finding');
            }}
          />
          <h2 className="font-semibold">Ease of release</h2>
          <div ref={ref}>{width > 0 && <EaseTrend pulls={mold.pulls} coats={mold.coats} width={width} />}</div>
          <ZoneTrends mold={mold} width={width} />
          <SticksPart moldId={mold.id} stuck={service.last === 'stuck'} width={width} />
          <PullsPerMonth pulls={mold.pulls} width={width} />
          <SiblingsPart mold={mold} />
          <h2 className="mt-4 font-semibold">Logbook</h2>
          <Records mold={mold} />
        </section>
      </div>
      {sheet === 'pull' && <LogPull mold={mold} caution={service.level === 'stop' ? service.reason : null} onClose={close('pull')} />}
      {sheet === 'finding' && <LogFinding mold={mold} pullId={foundAt} onClose={close('finding')} />}
      {sheet === 'change' && <ChangeDialog mold={mold} onClose={close('change')} />}
      {sheet === 'treatment' && <LogTreatment mold={mold} onClose={close('treatment')} />}
    </div>
  );
}

function Facts({ mold, service, onChange }: { mold: Mold; service: MoldServiceState; onChange: () => void }) {
  const rows: [string, string][] = [
    ['Pulls since new', String(service.pullsSinceNew)],
    ['since full treatment', String(service.pullsSinceFull)],
    ['since last coat', String(service.pullsSinceCoat)],
    ['Ease, last five', service.recentEase === null ? 'too few graded' : service.recentEase.toFixed(1)],
  ];
  return (
    <>
      <p>
        {releaseProgram(mold.releaseProgramId)?.name}, on the rack since {dateText(mold.finishedAt)}
      </p>
      <p className="text-sm">
        {[
          mold.state === 'in service' ? null : moldStateWords[mold.state],
          mold.place === '' ? null : `stands ${mold.place}`,
          mold.customer === '' ? null : `for ${mold.customer}`,
          mold.facts.plug === 'not said' ? null : `plug ${mold.facts.plug}${mold.facts.plugWhere === '' ? '' : `, ${mold.facts.plugWhere}`}`,
        ]
          .filter((one) => one !== null)
          .join(' · ')}
      </p>
      <p className="flex flex-wrap gap-x-4 text-sm">
        <MayButton right="log" className="link" onClick={onChange}>
          Change …
        </MayButton>
        <a className="link inline-flex items-center gap-1" href={`/api/molds/labels.pdf?ids=${mold.id}&paper=A4`} download>
          <Tag size={14} aria-hidden /> Label
        </a>
      </p>
      {mold.finishReason !== null && <p className="text-sm">Finished with things open: “{mold.finishReason}”</p>}
      {mold.sections.length > 0 && (
        <p className="text-sm">
          {mold.sections.length} sections, one number: {mold.sections.join(', ')}
        </p>
      )}
      {mold.buildId && (
        <Link className="link text-sm" to={`/builds/${mold.buildId}`}>
          How it was planned (v{mold.buildVersion})
        </Link>
      )}
      {mold.buildId && <FromItsBuild buildId={mold.buildId} />}
      <dl className="mt-2 grid grid-cols-[1fr_auto] gap-x-4">
        {rows.map(([name, value]) => (
          <div key={name} className="contents">
            <dt>{name}</dt>
            <dd className="num text-right" data-testid={name}>
              {value}
            </dd>
          </div>
        ))}
      </dl>
    </>
  );
}
