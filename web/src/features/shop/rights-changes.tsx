import { useRightsChangesQuery } from '../../api/api';
import { dateText } from '../../shared/dates';
import { ProblemLine } from '../../shared/form-field';

/** Who changed which right, of whom, when. */
export function RightsChanges() {
  const { data = [], error } = useRightsChangesQuery();
  return (
    <section aria-label="Changes of rights">
      <h2 className="rule border-b font-semibold">Changes of rights</h2>
      <ProblemLine error={error} />
      {data.length === 0 && !error && <p className="muted mt-2 text-sm">None on record.</p>}
      <ol tabIndex={data.length > 0 ? 0 : undefined} className="max-h-72 overflow-y-auto text-sm" aria-label="Changes, newest first">
        {data.map(({ id, at, by, person, what, detail }) => (
          <li key={id} className="hairline flex flex-wrap gap-x-3 border-b py-1">
            <span className="num muted">{dateText(at)}</span>
            <span className="flex-1">
              {person !== null && person !== by ? `${person}: ` : ''}
              {what}
              {detail === '' ? '' : ` (${detail})`}
            </span>
            <span className="muted">{by ?? 'first visitor'}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
