import { CircleSlash, PlugZap } from 'lucide-react';
import type { ReactNode } from 'react';
import { problemOf } from '../api/problem';

/** A page that is being fetched. */
export function Loading({ what }: { what: string }) {
  return (
    <div className="muted flex items-center gap-3 p-8" role="status">
      <span className="loading loading-dots loading-sm" aria-hidden />
      Fetching {what} …
    </div>
  );
}

/** A page that could not be fetched, with a way on. */
export function Failed({ error, retry }: { error: unknown; retry: () => void }) {
  const problem = problemOf(error);
  return (
    <div className="rule m-6 max-w-xl border-l-4 p-4" role="alert">
      <p className="flex items-center gap-2 font-semibold">
        <PlugZap size={18} aria-hidden /> {problem.status === null ? 'No connection' : 'That did not work'}
      </p>
      <p className="mt-1">{problem.detail}</p>
      <button type="button" className="btn btn-sm mt-3" onClick={retry}>
        Try again
      </button>
    </div>
  );
}

/** A place with nothing in it yet. */
export function Empty({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="hairline m-6 max-w-xl border border-dashed p-6">
      <p className="flex items-center gap-2 text-lg font-semibold">
        <CircleSlash size={18} aria-hidden /> {title}
      </p>
      <div className="muted mt-2">{children}</div>
    </div>
  );
}
