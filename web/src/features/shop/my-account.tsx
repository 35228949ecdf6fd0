import { codeFault, passwordFault } from '@pentimento/core/rights';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { useChangePasswordMutation, useSetCodeMutation, useSignOutEverywhereMutation, type Person } from '../../api/api';
import { FormField, ProblemLine } from '../../shared/form-field';

/** Password, code and sessions of the person who is signed in. */
export function MyAccount({ person, byCode }: { person: Person; byCode: boolean }) {
  const [everywhere, { error }] = useSignOutEverywhereMutation();
  return (
    <section aria-label="Your account" id="account">
      <h2 className="rule border-b font-semibold">Your account</h2>
      <PasswordForm person={person} />
      {!byCode && <CodeForm />}
      <div className="mt-5 flex flex-wrap gap-3">
        <button type="button" className="btn btn-sm" onClick={() => void everywhere()} title="Ends your sessions on every device, this one too">
          Sign out everywhere
        </button>
      </div>
      <ProblemLine error={error} />
    </section>
  );
}

function PasswordForm({ person }: { person: Person }) {
  const { register, handleSubmit, reset, formState } = useForm({ defaultValues: { current: '', next: '' } });
  const [change, { error, isLoading, isSuccess }] = useChangePasswordMutation();
  return (
    <form
      aria-label="Change your password"
      className="mt-3"
      onSubmit={(event) =>
        void handleSubmit(async (values) => {
          const result = await change(values);
          if (result.data) reset();
        })(event)
      }
    >
      <div className="flex flex-wrap items-end gap-3">
        <FormField label="Password now">
          <input
            type="password"
            autoComplete="current-password"
            className="input input-sm w-44"
            {...register('current', { required: 'Type the one you have.' })}
          />
        </FormField>
        <FormField label="New password">
          <input
            type="password"
            autoComplete="new-password"
            className="input input-sm w-52"
            {...register('next', { validate: (value) => passwordFault(value, [person.login, person.name]) ?? true })}
          />
        </FormField>
        <button className="btn btn-sm" disabled={isLoading}>
          Change it
        </button>
      </div>
      {(formState.errors.current ?? formState.errors.next) && (
        <p className="text-error mt-1 text-sm">{formState.errors.current?.message ?? formState.errors.next?.message}</p>
      )}
      <ProblemLine error={error} />
      {isSuccess && (
        <p role="status" className="text-success mt-2 text-sm">
          Changed. Your other sessions ended.
        </p>
      )}
    </form>
  );
}

function CodeForm() {
  const { register, handleSubmit, reset, formState } = useForm({ defaultValues: { password: '', code: '' } });
  const [set, { error, isLoading }] = useSetCodeMutation();
  const [done, setDone] = useState<string | null>(null);
  const save = async (password: string, code: string | null): Promise<void> => {
    const result = await set({ password, code });
    if (result.error) return;
    reset();
    setDone(code === null ? 'You have no code any more.' : 'You can switch by this code on trusted devices.');
  };
  return (
    <form
      aria-label="Your code"
      className="mt-5"
      onSubmit={(event) =>
        void handleSubmit(async ({ password, code }) => {
          await save(password, code === '' ? null : code);
        })(event)
      }
    >
      <p className="muted text-sm">A code of 4 to 6 digits lets you take over a shared, trusted device at the bench. Leave it empty to have none.</p>
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <FormField label="Password">
          <input
            type="password"
            autoComplete="current-password"
            className="input input-sm w-44"
            {...register('password', { required: 'Type your password.' })}
          />
        </FormField>
        <FormField label="Code">
          <input
            type="password"
            inputMode="numeric"
            autoComplete="off"
            maxLength={6}
            className="input input-sm num w-28"
            {...register('code', { validate: (value) => (value === '' ? true : (codeFault(value) ?? true)) })}
          />
        </FormField>
        <button className="btn btn-sm" disabled={isLoading}>
          Set the code
        </button>
      </div>
      {(formState.errors.password ?? formState.errors.code) && (
        <p className="text-error mt-1 text-sm">{formState.errors.password?.message ?? formState.errors.code?.message}</p>
      )}
      <ProblemLine error={error} />
      {done !== null && !error && (
        <p role="status" className="text-success mt-2 text-sm">
          {done}
        </p>
      )}
    </form>
  );
}
