import { useForm } from 'react-hook-form';
import { passwordFault } from '@pentimento/core/rights';
import { useDemoSignInMutation, useSetupMutation, useSignInMutation, type Who } from '../../api/api';
import { FormField, ProblemLine } from '../../shared/form-field';
import { useEnter } from '../../app/use-enter';
import { SwitchPerson } from './switch-person';

/** Nobody is signed in: password, the demo's people, or the first account of a new shop. */
export function SignInPage({ who }: { who: Who }) {
  return (
    <main className="flex min-h-full items-center justify-center p-4">
      <div className="rule w-full max-w-3xl border-2">
        <div className="rule grid border-b-2 sm:grid-cols-[1fr_auto]">
          <h1 className="p-5 text-3xl font-semibold tracking-wide">Pentimento</h1>
          <p className="hairline muted max-w-xs p-5 sm:border-l">Plans and builds production molds, layer by layer.</p>
        </div>
        <div className={who.demoPeople.length > 0 || who.switchable.length > 0 ? 'grid md:grid-cols-2' : ''}>
          <section className="p-5">{who.needsSetup ? <SetupForm /> : <PasswordForm />}</section>
          {who.device !== null && who.switchable.length > 0 && (
            <section className="hairline border-t p-5 md:border-t-0 md:border-l">
              <h2 className="text-lg font-semibold">By code, on {who.device}</h2>
              <SwitchPerson people={who.switchable} />
            </section>
          )}
          {who.demoPeople.length > 0 && <DemoPeople who={who} />}
        </div>
      </div>
    </main>
  );
}

function DemoPeople({ who }: { who: Who }) {
  const [signIn, { error, isLoading }] = useDemoSignInMutation();
  const enter = useEnter();
  return (
    <section className="hairline border-t p-5 md:border-t-0 md:border-l">
      <h2 className="text-lg font-semibold">Marram Tooling, demo shop</h2>
      <p className="muted text-sm">Everyone here is made up. One click signs you in.</p>
      <ul className="mt-3 grid grid-cols-2 gap-2">
        {who.demoPeople.map((person) => (
          <li key={person.id}>
            <button
              type="button"
              disabled={isLoading}
              className="hairline hover:bg-base-200 w-full border px-3 py-2 text-left"
              onClick={() =>
                void signIn({ personId: person.id }).then(({ data }) => {
                  enter(data);
                })
              }
            >
              {person.name}
              <span className="muted block text-sm">{person.role}</span>
            </button>
          </li>
        ))}
      </ul>
      <ProblemLine error={error} />
    </section>
  );
}

function PasswordForm() {
  const { register, handleSubmit } = useForm({ defaultValues: { login: '', password: '' } });
  const [signIn, { error, isLoading }] = useSignInMutation();
  const enter = useEnter();
  return (
    <form
      onSubmit={(event) =>
        void handleSubmit(async (values) => {
          enter((await signIn(values)).data);
        })(event)
      }
    >
      <h2 className="text-lg font-semibold">Sign in</h2>
      <div className="mt-3">
        <FormField label="Name">
          <input className="input w-full" autoComplete="username" {...register('login', { required: true })} />
        </FormField>
      </div>
      <div className="mt-3">
        <FormField label="Password">
          <input className="input w-full" type="password" autoComplete="current-password" {...register('password', { required: true })} />
        </FormField>
      </div>
      <button className="btn btn-primary mt-4" disabled={isLoading}>
        Sign in
      </button>
      <ProblemLine error={error} />
    </form>
  );
}

function SetupForm() {
  const { register, handleSubmit, formState } = useForm({ defaultValues: { name: '', login: '', password: '' } });
  const [setup, { error, isLoading }] = useSetupMutation();
  const enter = useEnter();
  return (
    <form
      onSubmit={(event) =>
        void handleSubmit(async (values) => {
          enter((await setup({ ...values, role: 'owner' })).data);
        })(event)
      }
    >
      <h2 className="text-lg font-semibold">Set up your shop</h2>
      <p className="muted text-sm">You become its owner and add the others later.</p>
      <div className="mt-3">
        <FormField label="Your name">
          <input className="input w-full" autoComplete="name" {...register('name', { required: true })} />
        </FormField>
      </div>
      <div className="mt-3">
        <FormField label="Name to sign in with (small letters)" error={formState.errors.login && '2 to 40 small letters, digits, dots or dashes.'}>
          <input className="input w-full" autoComplete="username" {...register('login', { required: true, pattern: /^[a-z0-9][a-z0-9.-]{1,39}$/ })} />
        </FormField>
      </div>
      <div className="mt-3">
        <FormField label="Password, at least 10 characters" error={formState.errors.password?.message}>
          <input
            className="input w-full"
            type="password"
            autoComplete="new-password"
            {...register('password', { validate: (value, { login, name }) => passwordFault(value, [login, name]) ?? true })}
          />
        </FormField>
      </div>
      <button className="btn btn-primary mt-4" disabled={isLoading}>
        Set up
      </button>
      <ProblemLine error={error} />
    </form>
  );
}
