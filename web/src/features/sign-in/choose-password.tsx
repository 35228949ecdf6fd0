import { passwordFault } from '@pentimento/core/rights';
import { useForm } from 'react-hook-form';
import { useChangePasswordMutation, useSignOutMutation, type Person } from '../../api/api';
import { FormField, ProblemLine } from '../../shared/form-field';
import { useEnter } from '../../app/use-enter';

/** Somebody signed in with a one-time word: nothing else opens before they chose a password. */
export function ChoosePassword({ person }: { person: Person }) {
  const { register, handleSubmit, formState } = useForm({ defaultValues: { next: '' } });
  const [change, { error, isLoading }] = useChangePasswordMutation();
  const [signOut] = useSignOutMutation();
  const enter = useEnter();
  return (
    <main className="flex min-h-full items-center justify-center p-4">
      <form
        className="rule w-full max-w-md border-2 p-5"
        onSubmit={(event) =>
          void handleSubmit(async ({ next }) => {
            await change({ current: null, next });
          })(event)
        }
      >
        <h1 className="text-2xl font-semibold">Choose a password, {person.name}</h1>
        <p className="muted mt-2">The word you were given works once. Use a few words in a row that nobody would guess.</p>
        <div className="mt-4">
          <FormField label="New password" error={formState.errors.next?.message}>
            <input
              autoFocus
              className="input w-full"
              type="password"
              autoComplete="new-password"
              {...register('next', { validate: (value) => passwordFault(value, [person.login, person.name]) ?? true })}
            />
          </FormField>
        </div>
        <ProblemLine error={error} />
        <div className="mt-4 flex gap-3">
          <button className="btn btn-primary" disabled={isLoading}>
            Keep this password
          </button>
          <button
            type="button"
            className="btn btn-ghost"
            onClick={() =>
              void signOut().then(({ data }) => {
                enter(data);
              })
            }
          >
            Sign out
          </button>
        </div>
      </form>
    </main>
  );
}
