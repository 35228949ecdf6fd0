import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import { useSignOutMutation, useWhoQuery } from '../api/api';
import { useEnter } from './use-enter';

const SwitchDialog = lazy(async () => ({ default: (await import('../features/sign-in/switch-dialog')).SwitchDialog }));

/** Who is signed in, at the end of the title block: hand over, account, sign out. */
export function PersonMenu() {
  const { data } = useWhoQuery();
  const [switching, setSwitching] = useState(false);
  const [signOut] = useSignOutMutation();
  const enter = useEnter();
  if (!data?.person) return null;
  const { person, switchable, byCode } = data;
  const others = switchable.filter(({ id }) => id !== person.id);
  const item = 'hover:bg-base-200 block min-h-11 w-full px-4 py-2 text-left';
  return (
    <>
      {others.length > 0 && (
        <button
          type="button"
          className="hairline hover:bg-base-200 border-l px-3 whitespace-nowrap"
          onClick={() => {
            setSwitching(true);
          }}
        >
          Switch
        </button>
      )}
      <details className="hairline relative border-l">
        <summary
          className="hover:bg-base-200 flex h-full cursor-pointer list-none items-center px-3 whitespace-nowrap"
          aria-label={`${person.name}: account, sign out`}
        >
          <span className="hidden sm:inline">{person.name}</span>
          <span className="num sm:hidden">{person.name.replace(/(\p{L})\p{L}*\s*/gu, '$1')}</span>
        </summary>
        <div
          className="rule bg-base-100 absolute right-0 z-30 min-w-52 border-2"
          onClick={({ currentTarget }) => {
            currentTarget.closest('details')?.removeAttribute('open');
          }}
        >
          <p className="muted hairline border-b px-4 py-2 text-xs">
            {person.role}
            {byCode && ', by code'}
          </p>
          <Link className={item} to="/shop#account">
            Account
          </Link>
          <button
            type="button"
            className={item}
            onClick={() =>
              void signOut().then(({ data: who }) => {
                enter(who);
              })
            }
          >
            Sign out
          </button>
        </div>
      </details>
      {switching && (
        <Suspense fallback={null}>
          <SwitchDialog
            people={others}
            onClose={() => {
              setSwitching(false);
            }}
          />
        </Suspense>
      )}
    </>
  );
}
