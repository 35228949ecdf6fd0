import { releaseProgram } from '@pentimento/core/service';
import { isToday, parseISO } from 'date-fns';
import { CalendarDays } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { useMoldQuery, useTreatmentsDueQuery, type TreatmentsDue } from '../../api/api';
import { dateText } from '../../shared/dates';
import { MayButton } from '../../shared/may-button';
import { PrintButton } from '../../shared/print-button';
import { Empty, Failed, Loading } from '../../shared/states';
import { LogTreatment } from './log-treatment';

type Due = TreatmentsDue['withoutPace'][number];

/** Treatments of the whole rack, put together so that one evening does many. */
export function TreatmentsPage() {
  const { data, error, refetch } = useTreatmentsDueQuery(undefined, { refetchOnMountOrArgChange: true });
  const [treating, setTreating] = useState<string | null>(null);
  if (error && !data) return <Failed error={error} retry={() => void refetch()} />;
  if (!data) return <Loading what="what is due" />;
  const { evenings, withoutPace, older } = data;
  return (
    <div>
      <div className="rule flex flex-wrap items-center gap-4 border-b px-4 py-2">
        <h1 className="text-xl font-semibold">Treatments due</h1>
        <p className="muted">by the program of each mold and by its own record{older && '; something was logged since, worked out anew'}</p>
        <span className="flex-1" />
        <a className="btn btn-sm" href="/api/molds/treatments.ics" download>
          <CalendarDays size={14} aria-hidden /> For a calendar
        </a>
        <PrintButton />
        <Link className="btn btn-sm" to="/rack">
          Rack
        </Link>
      </div>
      {evenings.length === 0 && withoutPace.length === 0 && (
        <Empty title="Nothing is due">Molds that are pulled from show up here before their coat is used up.</Empty>
      )}
      <div className="max-w-5xl p-4">
        {evenings.map(({ day, treatments }) => (
          <section key={day} aria-label={dateText(day)} className="mb-6">
            <h2 className="rule flex items-baseline gap-3 border-b text-lg font-semibold">
              {isToday(parseISO(day)) ? 'Today' : dateText(day)}
              <span className="muted text-sm font-normal">
                {treatments.length === 1 ? '1 mold' : `${String(treatments.length)} molds: all that have used half of their coat by then`}
              </span>
            </h2>
            <List treatments={treatments} onTreat={setTreating} />
          </section>
        ))}
        {withoutPace.length > 0 && (
          <section aria-label="Without a pace">
            <h2 className="rule border-b text-lg font-semibold">Pulled too seldom to give a day</h2>
            <List treatments={withoutPace} onTreat={setTreating} />
          </section>
        )}
      </div>
      {treating !== null && (
        <Treat
          id={treating}
          onClose={() => {
            setTreating(null);
          }}
        />
      )}
    </div>
  );
}

function List({ treatments, onTreat }: { treatments: readonly Due[]; onTreat: (id: string) => void }) {
  return (
    <table className="w-full table-fixed">
      <tbody>
        {treatments.map(({ id, number, part, releaseProgramId, kind, pullsLeft, until, reason }) => (
          <tr key={id} className="hairline border-b">
            <td className="num w-20 py-1.5 font-semibold">
              <Link className="link" to={`/rack/${id}`}>
                {number}
              </Link>
            </td>
            <td className="w-48 truncate pr-4">{part}</td>
            <td className="w-36 pr-4 font-semibold whitespace-nowrap">{kind === 'full' ? 'Strip and treat' : 'Touch up'}</td>
            <td className="muted pr-4 text-sm">
              {releaseProgram(releaseProgramId)?.name}. {reason}
            </td>
            <td className="num w-52 pr-4 text-right text-sm whitespace-nowrap">
              {pullsLeft === 0 ? 'before the next pull' : `${String(pullsLeft)} ${pullsLeft === 1 ? 'pull' : 'pulls'} left`}
              {until !== null && pullsLeft > 0 && <span className="muted block">until {dateText(until)}</span>}
            </td>
            <td className="w-20 text-right print:hidden">
              <MayButton
                right="log"
                className="btn btn-sm"
                aria-label={`Log a treatment of ${number}`}
                onClick={() => {
                  onTreat(id);
                }}
              >
                Done
              </MayButton>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Treat({ id, onClose }: { id: string; onClose: () => void }) {
  const { data } = useMoldQuery(id);
  return data ? <LogTreatment mold={data} onClose={onClose} /> : null;
}
