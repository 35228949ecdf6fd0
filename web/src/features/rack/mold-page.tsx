import { MayButton } from '../../shared/may-button';
import { releaseProgram } from '@pentimento/core/service';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { useMoldsQuery, useUndoPullMutation, useUndoTreatmentMutation, useWhoQuery, type Mold } from '../../api/api';
import { problemOf } from '../../api/problem';
import { LevelMark } from '../../shared/level-mark';
import { Empty, Failed, Loading } from '../../shared/states';
import { useWidth } from '../../shared/use-width';
import { EaseTrend } from './ease-trend';
import { LogPull } from './log-pull';
import { LogTreatment } from './log-treatment';
import { Refusals } from '../../app/refusals';
import { CycleRows } from './spine';
import { useMoldViews, type MoldView } from './use-service';
import { dateText } from '../../shared/dates';
import { newId } from '../../shared/new-id';

/** A mold's logbook: what is due, strokes by cycle, ease of release, every record. */
export function MoldPage() {
  const { moldId } = useParams();
  const { data, error, refetch } = useMoldsQuery(undefined, { refetchOnMountOrArgChange: true });
  const views = useMoldViews(data);
  if (error && !data) return <Failed error={error} retry={() => void refetch()} />;
  if (!views) return <Loading what="the mold" />;
  const view = views.find(({ mold }) => mold.id === moldId);
  if (!view) {
    return (
      <Empty title="No such mold">
        <Link className="link" to="/rack">
          Go to the Rack
        </Link>
      </Empty>
    );
  }
  return <Logbook view={view} />;
}

function Logbook({ view: { mold, service } }: { view: MoldView }) {
  const [sheet, setSheet] = useState<'pull' | 'treatment' | null>(null);
  const { ref, width } = useWidth();
  return (
    <div>
      <div className="rule flex flex-wrap items-stretch border-b">
        <h1 className="flex items-baseline gap-3 px-4 py-2 text-xl font-semibold">
          <span className="num">{mold.number}</span> {mold.part}
          {mold.hand !== 'none' && <span className="text-base uppercase">{mold.hand}</span>}
        </h1>
        <span className="flex items-center gap-2 px-3" data-testid="due">
          <LevelMark level={service.level} /> {service.reason}
        </span>
        <span className="flex-1" />
        <MayButton
          right="log"

          className="hairline hover:bg-base-200 min-h-14 border-l px-5"
          onClick={() => {
            setSheet('treatment');
          }}
        >
          Log a treatment
        </MayButton>
        <MayButton
          right="log"

          className="bg-primary text-primary-content min-h-14 px-6 text-lg font-semibold"
          onClick={() => {
            setSheet('pull');
          }}
        >
          Log a pull
        </MayButton>
      </div>
      <Refusals />
      <div className="grid gap-x-6 lg:grid-cols-[22rem_minmax(0,1fr)]">
        <section className="hairline p-4 lg:border-r" aria-label="Strokes by release cycle">
          <Facts mold={mold} view={{ mold, service }} />
          <h2 className="mt-4 font-semibold">Strokes, newest cycle first</h2>
          <p className="muted text-xs">A dot marks a touch-up coat before that pull.</p>
          <ol>
            {[...service.cycles].reverse().map((cycle) => (
              <li key={cycle.treatedAt ?? 'before'} className="hairline border-b py-1.5">
                <span className="muted num block text-xs">
                  {cycle.treatedAt ? dateText(cycle.treatedAt) : 'before the first treatment'} · {cycle.pulls.length}
                </span>
                <CycleRows count={cycle.pulls.length} touchUpsBefore={cycle.touchUpsBefore} perRow={50} />
              </li>
            ))}
          </ol>
        </section>
        <section className="min-w-0 p-4">
          <h2 className="font-semibold">Ease of release</h2>
          <div ref={ref}>{width > 0 && <EaseTrend pulls={mold.pulls} treatments={mold.treatments} width={width} />}</div>
          <h2 className="mt-4 font-semibold">Logbook</h2>
          <Records mold={mold} />
        </section>
      </div>
      {sheet === 'pull' && (
        <LogPull
          mold={mold}
          caution={service.level === 'stop' ? service.reason : null}
          onClose={() => {
            setSheet(null);
          }}
        />
      )}
      {sheet === 'treatment' && (
        <LogTreatment
          mold={mold}
          onClose={() => {
            setSheet(null);
          }}
        />
      )}
    </div>
  );
}

function Facts({ mold, view: { service } }: { mold: Mold; view: MoldView }) {
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
      {mold.finishReason !== null && <p className="text-sm">Finished with things open: “{mold.finishReason}”</p>}
      {mold.sections.length > 0 && (
        <p className="text-sm">
          {mold.sections.length} sections, one number: {mold.sections.join(', ')}
        </p>
      )}
      {mold.buildId && (
        <Link className="link text-sm" to={`/builds/${mold.buildId}`}>
          How it was built (plan v{mold.buildVersion})
        </Link>
      )}
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

interface RecordRow {
  readonly kind: 'pull' | 'treatment';
  readonly id: string;
  readonly at: string;
  readonly what: string;
  readonly note: string;
  readonly madeBy: string;
  readonly struck: boolean;
  readonly undoable: boolean;
}

const SHOWN = 40;

function recordsOf(mold: Mold): RecordRow[] {
  const reversed = new Set([...mold.pulls, ...mold.treatments].flatMap(({ reverses }) => (reverses === null ? [] : [reverses])));
  const counts = ({ id, reverses, madeBy }: Mold['pulls'][number] | Mold['treatments'][number]): Pick<RecordRow, 'struck' | 'undoable'> => ({
    struck: reversed.has(id),
    undoable: reverses === null && !reversed.has(id) && madeBy !== 'waiting to be sent',
  });
  const pulls = mold.pulls.map((pull): RecordRow => ({
    ...pull,
    ...counts(pull),
    kind: 'pull',
    what: pull.reverses === null ? `Pull${pull.ease === null ? '' : `, ease ${String(pull.ease)}`}` : 'Counter-entry: a pull taken back',
  }));
  const treatments = mold.treatments.map((t): RecordRow => ({
    ...t,
    ...counts(t),
    kind: 'treatment',
    what: t.reverses !== null ? 'Counter-entry: a treatment taken back' : t.kind === 'full' ? 'Stripped and fully treated' : 'Touch-up coat',
  }));
  return [...pulls, ...treatments].sort((a, b) => b.at.localeCompare(a.at));
}

function Records({ mold }: { mold: Mold }) {
  const [undoPull, pull] = useUndoPullMutation();
  const [undoTreatment, treatment] = useUndoTreatmentMutation();
  const error = pull.error ?? treatment.error;
  const isLoading = pull.isLoading || treatment.isLoading;
  const takeBack = ({ kind, id }: RecordRow): void => {
    const body = { id: newId(), note: '' };
    void (kind === 'pull' ? undoPull({ moldId: mold.id, pullId: id, body }) : undoTreatment({ moldId: mold.id, treatmentId: id, body }));
  };
  const me = useWhoQuery().data?.person?.name;
  const [all, setAll] = useState(false);
  const [correcting, setCorrecting] = useState(false);
  const rows = recordsOf(mold);
  // What was just logged wrong is the newest; older ones are asked for.
  const newest = rows.find(({ undoable }) => undoable);
  return (
    <>
      {error && (
        <p role="alert" className="text-error">
          {problemOf(error).detail}
        </p>
      )}
      <table className="w-full text-sm">
        <caption className="sr-only">Pulls and treatments, newest first</caption>
        <tbody>
          {(all ? rows : rows.slice(0, SHOWN)).map((row, i) => (
            <tr key={row.id} className="hairline border-b">
              <td className="num py-1 pr-4 whitespace-nowrap">{dateText(row.at)}</td>
              <td className={`py-1 pr-4 whitespace-nowrap ${row.struck ? 'line-through opacity-60' : ''}`}>{row.what}</td>
              <td className="w-full py-1 pr-4">
                {row.note !== '' && rows[i - 1]?.note === row.note ? <span className="muted">the same</span> : row.note}
              </td>
              <td className="muted py-1 pr-4 whitespace-nowrap">{row.madeBy}</td>
              <td className="py-0.5 text-right">
                {row.undoable && (correcting || row === newest) && (
                  <MayButton
                    right={row.madeBy === me ? 'log' : 'takeBack'}

                    className="btn btn-ghost btn-xs whitespace-nowrap"
                    disabled={isLoading}
                    onClick={() => {
                      takeBack(row);
                    }}
                  >
                    Take back
                  </MayButton>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {rows.filter(({ undoable }) => undoable).length > 1 && (
        <button
          type="button"
          className="btn btn-sm mt-2 mr-2"
          aria-pressed={correcting}
          onClick={() => {
            setCorrecting(!correcting);
          }}
        >
          {correcting ? 'Done correcting' : 'Correct an older entry'}
        </button>
      )}
      {rows.length > SHOWN && !all && (
        <button
          type="button"
          className="btn btn-sm mt-2"
          onClick={() => {
            setAll(true);
          }}
        >
          Show all {rows.length}
        </button>
      )}
    </>
  );
}
