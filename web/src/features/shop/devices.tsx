import { useForm } from 'react-hook-form';
import { useDevicesQuery, useForgetDeviceMutation, useTrustDeviceMutation } from '../../api/api';
import { dateText } from '../../shared/dates';
import { FormField, ProblemLine } from '../../shared/form-field';

/** Shared tablets on which people switch by code; an owner forgets a lost one. */
export function Devices({ here, manage }: { here: string | null; manage: boolean }) {
  const { data = [], error: listError } = useDevicesQuery();
  const [trust, { error, isLoading }] = useTrustDeviceMutation();
  const [forget, { error: forgetError }] = useForgetDeviceMutation();
  const { register, handleSubmit, reset, formState } = useForm({ defaultValues: { name: '' } });
  return (
    <section aria-label="Trusted devices">
      <h2 className="rule border-b font-semibold">Trusted devices</h2>
      {data.length === 0 && <p className="muted mt-2 text-sm">None. On a shared tablet, trust it here; then people switch on it by code.</p>}
      <ul className="text-sm">
        {data.map(({ id, name, trustedBy, trustedAt, here: thisOne }) => (
          <li key={id} className="hairline flex items-center gap-3 border-b py-1.5">
            <span className="font-semibold">{name}</span>
            {thisOne && <span className="muted">(this one)</span>}
            <span className="muted flex-1 text-right">
              {trustedBy}, {dateText(trustedAt)}
            </span>
            {manage && (
              <button type="button" className="btn btn-xs btn-ghost" onClick={() => void forget(id)}>
                Forget
              </button>
            )}
          </li>
        ))}
      </ul>
      <ProblemLine error={listError ?? forgetError} />
      {here === null && (
        <form
          aria-label="Trust this device"
          className="mt-3 flex flex-wrap items-end gap-3"
          onSubmit={(event) =>
            void handleSubmit(async ({ name }) => {
              const result = await trust({ name: name.trim() });
              if (result.data) reset();
            })(event)
          }
        >
          <FormField label="Name of this device">
            <input
              className="input input-sm w-52"
              maxLength={60}
              placeholder="Tablet at the booth"
              {...register('name', { required: 'Give it a name.' })}
            />
          </FormField>
          <button className="btn btn-sm" disabled={isLoading}>
            Trust this device
          </button>
          {formState.errors.name && <span className="text-error text-sm">{formState.errors.name.message}</span>}
        </form>
      )}
      <ProblemLine error={error} />
    </section>
  );
}
