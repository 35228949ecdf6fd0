/** What the web needs to know about a failed request. */
export interface Problem {
  /** null when the server was not reached */
  readonly status: number | null;
  readonly code: string;
  readonly detail: string;
}

const UNREACHED: Problem = {
  status: null,
  code: 'no-network',
  detail: 'The server cannot be reached. Check the network; nothing you entered is lost.',
};

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null;
}

/** Reads a failed request, as RTK Query gives it, into a problem with words. */
export function problemOf(error: unknown): Problem {
  if (!isRecord(error) || typeof error.status !== 'number') return UNREACHED;
  const { data, status } = error;
  if (isRecord(data) && typeof data.code === 'string' && typeof data.detail === 'string') return { status, code: data.code, detail: data.detail };
  return status >= 502 ? UNREACHED : { status, code: 'unknown', detail: `The server answered ${String(status)}. Try again.` };
}
