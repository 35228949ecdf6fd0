import { useForm } from 'react-hook-form';
import { useAddPersonMutation, usePeopleQuery, useSignOutMutation, useWhoQuery, api } from '../../api/api';
import { problemOf } from '../../api/problem';
import { useAppDispatch } from '../../app/store';
import { Failed, Loading } from '../../shared/states';

/** People of the shop. Calendar, ovens and climate are not built yet. */
export function ShopPage() {
  const { data, error, refetch } = usePeopleQuery();
  const { data: who } = useWhoQuery();
  const [signOut] = useSignOutMutation();
  const dispatch = useAppDispatch();
  if (error && !data) return <Failed error={error} retry={() => void refetch()} />;
  if (!data) return <Loading what="the shop" />;
  const leave = async (): Promise<void> => {
    const result = await signOut();
    if (result.data) void dispatch(api.util.upsertQueryData('who', undefined, result.data));
  };
  return (
    <div>
      <div className="rule flex items-center gap-4 border-b px-4 py-2">
        <h1 className="text-xl font-semibold">Shop</h1>
        <p className="muted">People and accounts. Calendar, ovens, booth and measured climate are not built yet.</p>
      </div>
      <div className="grid gap-8 p-5 lg:grid-cols-2">
        <section aria-label="People">
          <h2 className="rule border-b font-semibold">People</h2>
          <table className="w-full text-sm">
            <tbody>
              {data.map(({ id, name, login, role }) => (
                <tr key={id} className="hairline border-b">
                  <td className="py-1.5 font-semibold">
                    {name}
                    {id === who?.person?.id && <span className="muted font-normal"> (you)</span>}
                  </td>
                  <td className="num py-1.5">{login}</td>
                  <td className="muted py-1.5 text-right">{role}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <button type="button" className="btn btn-sm mt-4" onClick={() => void leave()}>
            Sign out
          </button>
        </section>
        {who?.person?.role === 'owner' ? <AddPerson /> : <p className="muted">An owner adds people here.</p>}
      </div>
    </div>
  );
}

function AddPerson() {
  const { register, handleSubmit, reset, formState } = useForm({ defaultValues: { name: '', login: '', password: '', role: 'toolmaker' as const } });
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
        <label>
          <span className="block text-sm">Name</span>
          <input className="input input-sm w-full" maxLength={80} {...register('name', { required: 'A name is needed.' })} />
          {errors.name && <span className="text-error text-sm">{errors.name.message}</span>}
        </label>
        <label>
          <span className="block text-sm">Name to sign in with</span>
          <input
            className="input input-sm w-full"
            {...register('login', {
              pattern: { value: /^[a-z0-9][a-z0-9.-]{1,39}$/, message: '2 to 40 small letters, digits, dots or dashes.' },
              required: 'Needed to sign in.',
            })}
          />
          {errors.login && <span className="text-error text-sm">{errors.login.message}</span>}
        </label>
        <label>
          <span className="block text-sm">First password</span>
          <input
            type="password"
            autoComplete="new-password"
            className="input input-sm w-full"
            {...register('password', { minLength: { value: 10, message: 'At least 10 characters.' }, required: 'At least 10 characters.' })}
          />
          {errors.password && <span className="text-error text-sm">{errors.password.message}</span>}
        </label>
        <label>
          <span className="block text-sm">Role</span>
          <select className="select select-sm w-full" {...register('role')}>
            <option value="toolmaker">toolmaker</option>
            <option value="owner">owner</option>
          </select>
        </label>
      </div>
      {error && (
        <p role="alert" className="text-error mt-3">
          {problemOf(error).detail}
        </p>
      )}
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
