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
    this.logger.error(error instanceof Error ? error.stack : error);
    return { status: 500, code: 'server-fault', detail: 'Something failed on the server. Nothing was saved; try again.' };
  }
}

function isBodyError(error: unknown): error is { status: number; message: string } {
  return error instanceof Error && 'status' in error && typeof error.status === 'number' && error.status >= 400 && error.status < 500;
}
