import { passwordFault, roles, type Role } from '@pentimento/core/rights';
import { useForm } from 'react-hook-form';
import { useAddPersonMutation } from '../../api/api';
import { FormField, ProblemLine } from '../../shared/form-field';

const ROLE_WORDS: Readonly<Record<Role, string>> = {
  owner: 'owner: everything, and who may do what',
  toolmaker: 'toolmaker: plans, builds, data sheets, records',
  apprentice: 'apprentice: logs, but changes no plans or data sheets',
  inspector: 'inspector: looks only (a customer’s, for example)',
};

export function AddPerson() {
  const { register, handleSubmit, reset, formState } = useForm<{ name: string; login: string; password: string; role: Role }>({
    defaultValues: { name: '', login: '', password: '', role: 'toolmaker' },
  });
  const [add, { error, isLoading, data }] = useAddPersonMutation();
  const { errors } = formState;
  return (
    <form
      aria-label="Add a person"
      onSubmit={(event) =>
        void handleSubmit(async (values) => {
          const result = await add(values);
          if (result.data) reset();
        })(event)
      }
    >
      <h2 className="rule border-b font-semibold">Add a person</h2>
      <div className="mt-3 grid gap-3 sm:grid-cols-2">
        <FormField label="Name" error={errors.name?.message}>
          <input className="input input-sm w-full" maxLength={80} {...register('name', { required: 'A name is needed.' })} />
        </FormField>
        <FormField label="Name to sign in with" error={errors.login?.message}>
          <input
            className="input input-sm w-full"
            {...register('login', {
              pattern: { value: /^[a-z0-9][a-z0-9.-]{1,39}$/, message: '2 to 40 small letters, digits, dots or dashes.' },
              required: 'Needed to sign in.',
            })}
          />
        </FormField>
        <FormField label="First password" error={errors.password?.message}>
          <input
            type="password"
            autoComplete="new-password"
            className="input input-sm w-full"
            {...register('password', { validate: (value, { login, name }) => passwordFault(value, [login, name]) ?? true })}
          />
        </FormField>
        <FormField label="Role">
          <select className="select select-sm w-full" {...register('role')}>
            {roles.toReversed().map((role) => (
              <option key={role} value={role}>
                {ROLE_WORDS[role]}
              </option>
            ))}
          </select>
        </FormField>
      </div>
      <ProblemLine error={error} />
      {data && !error && (
        <p role="status" className="text-success mt-3">
          {data.name} can sign in now.
        </p>
      )}
      <button className="btn btn-sm mt-4" disabled={isLoading}>
        Add
      </button>
    </form>
  );
}
