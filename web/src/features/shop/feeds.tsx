import { useForm } from 'react-hook-form';
import { useFeedsQuery, useMakeFeedMutation, useWithdrawFeedMutation, type Feed, type Person } from '../../api/api';
import { dateText } from '../../shared/dates';
import { FormField, ProblemLine } from '../../shared/form-field';

const WHOLE_SHOP = 'shop';
const TREATMENTS = 'treatments';

const nameOf = ({ kind, ofWhom }: Feed): string =>
  kind === 'person' ? `Work of ${ofWhom ?? ''}` : kind === 'shop' ? 'The whole shop' : 'Release treatments';

/** Secret addresses by which a phone's calendar reads the shop's work by itself. */
export function Feeds({ me, names }: { me: Person; names: readonly string[] }) {
  const { data = [], error: listError } = useFeedsQuery();
  const [make, { data: made, error, isLoading, reset: forgetAddress }] = useMakeFeedMutation();
  const [withdraw, { error: withdrawError }] = useWithdrawFeedMutation();
  const { register, handleSubmit } = useForm({ defaultValues: { what: me.name } });
  const people = [me.name, ...names.filter((name) => name !== me.name)];
  return (
    <section aria-label="Calendar addresses">
      <h2 className="rule border-b font-semibold">Calendar addresses</h2>
      <p className="muted mt-2 text-sm">
        Give one to the calendar of your phone: it then follows what the plans say. Whoever has the address can read it; withdraw it when it got lost.
      </p>
      <ul className="text-sm">
        {data.map((feed) => (
          <li key={feed.id} className="hairline flex items-center gap-3 border-b py-1.5">
            <span className="min-w-0 flex-1 truncate font-semibold" title={nameOf(feed)}>
              {nameOf(feed)}
            </span>
            <span className="muted">
              {feed.mine ? '' : `${feed.madeBy}, `}
              {feed.readAt === null ? 'not read yet' : `read ${dateText(feed.readAt)}`}
            </span>
            <button
              type="button"
              className="btn btn-xs btn-ghost"
              onClick={() => {
                if (made?.id === feed.id) forgetAddress();
                void withdraw(feed.id);
              }}
              aria-label={`Withdraw the address of ${nameOf(feed)}`}
            >
              Withdraw
            </button>
          </li>
        ))}
      </ul>
      <ProblemLine error={listError ?? withdrawError} />
      <form
        aria-label="New calendar address"
        className="mt-3 flex flex-wrap items-end gap-3"
        onSubmit={(event) =>
          void handleSubmit(async ({ what }) => {
            await make(what === WHOLE_SHOP || what === TREATMENTS ? { kind: what, ofWhom: null } : { kind: 'person', ofWhom: what });
          })(event)
        }
      >
        <FormField label="What it holds">
          <select className="select select-sm w-60" {...register('what')}>
            {people.map((name) => (
              <option key={name} value={name}>
                Work of {name}
              </option>
            ))}
            <option value={WHOLE_SHOP}>The whole shop</option>
            <option value={TREATMENTS}>Release treatments</option>
          </select>
        </FormField>
        <button className="btn btn-sm" disabled={isLoading}>
          Make an address
        </button>
      </form>
      <ProblemLine error={error} />
      {made && (
        <div role="status" className="mt-3">
          <p className="text-sm">Copy it now; it is not shown again.</p>
          <input
            readOnly
            aria-label="Calendar address"
            className="input input-sm num w-full"
            value={made.address}
            onFocus={({ currentTarget }) => {
              currentTarget.select();
            }}
          />
        </div>
      )}
    </section>
  );
}
