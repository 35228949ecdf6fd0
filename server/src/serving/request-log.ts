import { randomUUID } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { pino, type Logger } from 'pino';
import { pinoHttp, type HttpLogger } from 'pino-http';

/** An id that a proxy may give: nothing that breaks a line or a header. */
const GIVEN = /^[\w.:-]{1,80}$/;

/** Lines of JSON on the standard output; one process says which of several it is. */
export function makeLog(worker: number | null): Logger {
  return pino({ base: worker === null ? {} : { worker }, timestamp: pino.stdTimeFunctions.isoTime });
}

/** The id under which a request is found in the log, given by a trusted proxy or made here, and said in the answer. */
export function requestId(request: IncomingMessage, response: ServerResponse, trusted: boolean): string {
  const given = request.headers['x-request-id'];
  const id = trusted && typeof given === 'string' && GIVEN.test(given) ? given : randomUUID();
  response.setHeader('x-request-id', id);
  return id;
}

/** One line for each request once it is answered: what, how it ended, how long. Never a body, a cookie or a query, which may name people. */
export function requestLog(log: Logger, trusted: boolean): HttpLogger {
  return pinoHttp({
    logger: log,
    genReqId: (request, response) => requestId(request, response, trusted),
    customLogLevel: (_request, response, error) => (error || response.statusCode >= 500 ? 'error' : 'info'),
    serializers: {
      req: (request: { id: unknown; method: string; url: string }) => ({ id: request.id, method: request.method, path: request.url.split('?')[0] }),
      res: (response: { statusCode: number }) => ({ status: response.statusCode }),
    },
    // Somebody who looks every few seconds whether it lives says nothing.
    autoLogging: { ignore: ({ url }) => url === '/api/health' },
  });
}
