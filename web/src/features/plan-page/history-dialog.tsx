import { useVersionsQuery } from '../../api/api';
import { Dialog } from '../../shared/dialog';
import { Failed, Loading } from '../../shared/states';
import { dateTimeText } from '../../shared/dates';

/** Who saved what, when and why. */
export function HistoryDialog({ buildId, onClose }: { buildId: string; onClose: () => void }) {
  const { data, error, refetch } = useVersionsQuery(buildId);
  return (
    <Dialog title="Versions of this plan" onClose={onClose} wide>
      {error && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what="the versions" />}
      <ol>
        {data?.map(({ number, note, madeBy, madeAt }) => (
          <li key={number} className="hairline grid grid-cols-[3rem_1fr_auto] gap-3 border-b py-2">
            <span className="num">v{number}</span>
            <span>{note === '' ? <span className="muted">no reason given</span> : note}</span>
            <span className="muted text-sm">
              {madeBy}, {dateTimeText(madeAt)}
            </span>
          </li>
        ))}
      </ol>
      <button type="button" className="btn btn-sm mt-4" onClick={onClose}>
        Close
      </button>
    </Dialog>
  );
}
