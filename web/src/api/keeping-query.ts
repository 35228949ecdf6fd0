import { fetchBaseQuery, type BaseQueryFn, type FetchArgs, type FetchBaseQueryError, type FetchBaseQueryMeta } from '@reduxjs/toolkit/query/react';
import { problemOf } from './problem';
import { forgetAnswers, isKept, keepAnswer, keptAnswer } from './kept-answers';
import { reached, shownFromLastVisit } from './kept-slice';

const fetching = fetchBaseQuery({ baseUrl: '/api', timeout: 20000 });

/** Path and query below /api. */
function pathOf({ url }: Request): string {
  const { pathname, search } = new URL(url);
  return `${pathname.replace(/^\/api\//, '')}${search}`;
}

/** The server's answer; where it is not reached, what it said last time, and the page says how old that is. */
export const keepingQuery: BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError, object, FetchBaseQueryMeta> = async (
  args,
  context,
  extra,
) => {
  const result = await fetching(args, context, extra);
  const { meta } = result;
  if (context.type !== 'query' || !meta) return result;
  const path = pathOf(meta.request);
  if (!result.error) {
    if (isKept(path)) void keepAnswer(path, path === 'auth/who' ? withoutOthers(result.data) : result.data);
    if (path === 'auth/who') context.dispatch(reached());
    return result;
  }
  const { status } = problemOf(result.error);
  if (status === 401) await forgetAnswers();
  if (status !== null || !isKept(path)) return result;
  const kept = await keptAnswer(path);
  if (!kept) return result;
  context.dispatch(shownFromLastVisit({ path, at: kept.at }));
  return { data: kept.data, meta };
};

/** Who is here; the names of others stay with the server. */
function withoutOthers(who: unknown): unknown {
  return typeof who === 'object' && who !== null ? { ...who, demoPeople: [], switchable: [] } : who;
}
