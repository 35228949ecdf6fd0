import { Catch, HttpException, Logger, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import { DomainError } from '@pentimento/core/errors';
import type { Response } from 'express';
import { ProblemException } from './problem.js';

interface Problem {
  readonly status: number;
  readonly code: string;
  readonly detail: string;
  readonly [extra: string]: unknown;
}

const CODES: Readonly<Record<number, string>> = {
  400: 'bad-request',
  401: 'not-signed-in',
  403: 'not-allowed',
  404: 'not-found',
  413: 'too-large',
  429: 'too-many-tries',
};

/** The one place where failures become HTTP: problem details with a code. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly logger = new Logger('Problem');

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    const problem = this.describe(error);
    // Too late for words: what was begun is cut off, so that nobody takes half for the whole.
    if (response.headersSent) {
      response.destroy();
      return;
    }
    const wait = typeof problem.retryAfterS === 'number' ? problem.retryAfterS : problem.status === 503 ? 5 : null;
    if (wait !== null) response.setHeader('retry-after', String(wait));
    response
      .status(problem.status)
      .type('application/problem+json')
      .json({ type: 'about:blank', title: problem.code, ...problem });
  }

  private describe(error: unknown): Problem {
    if (error instanceof ProblemException) return { status: error.getStatus(), code: error.code, detail: error.message, ...error.extra };
    if (error instanceof DomainError) {
      return { status: 422, code: error.code, detail: error.message, quantity: error.quantity, value: error.value, expected: error.expected };
    }
    if (error instanceof HttpException) {
      const status = error.getStatus();
      return { status, code: CODES[status] ?? 'refused', detail: error.message };
    }
    if (isBodyError(error)) return { status: error.status, code: CODES[error.status] ?? 'bad-request', detail: error.message };
    if (isDatabaseAway(error))
      return { status: 503, code: 'database-away', detail: 'The database does not answer. Nothing was saved; it is tried again in a few seconds.' };
    this.logger.error(error instanceof Error ? error.stack : error);
    return { status: 500, code: 'server-fault', detail: 'Something failed on the server. Nothing was saved; try again.' };
  }
}

function isBodyError(error: unknown): error is { status: number; message: string } {
  return error instanceof Error && 'status' in error && typeof error.status === 'number' && error.status >= 400 && error.status < 500;
}

/** Codes of the network and of PostgreSQL (class 08, 57P01 to 57P03, 53300, 55000 at connecting) that say: not now. */
const AWAY = /^(ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|ENOTFOUND|08\d{3}|57P0[123]|53300|55000)$/;

/** Whether something failed because the database does not answer at this moment. */
export function isDatabaseAway(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  const code = 'code' in error ? error.code : undefined;
  return (typeof code === 'string' && AWAY.test(code)) || /^Connection terminated/.test(error.message);
}
