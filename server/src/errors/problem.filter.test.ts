import 'reflect-metadata';
import { BadRequestException, HttpException, Logger, type ArgumentsHost } from '@nestjs/common';
import { DomainError } from '@pentimento/core/errors';
import { notFound, ProblemException } from './problem.js';
import { ProblemFilter } from './problem.filter.js';

function answerTo(error: unknown): { status: number; type: string; body: Record<string, unknown> } {
  const seen = { status: 0, type: '', body: {} as Record<string, unknown> };
  const response = {
    status: (status: number) => ((seen.status = status), response),
    type: (type: string) => ((seen.type = type), response),
    json: (body: Record<string, unknown>) => ((seen.body = body), response),
  };
  new ProblemFilter().catch(error, { switchToHttp: () => ({ getResponse: () => response }) } as unknown as ArgumentsHost);
  return seen;
}

const bodyError = (status: unknown): Error => Object.assign(new Error('body too large'), { status });

test.each<[string, unknown, number, string, string]>([
  ['a problem', new ProblemException(409, 'stale-version', 'Somebody saved.'), 409, 'stale-version', 'Somebody saved.'],
  ['what is not there', notFound('build'), 404, 'not-found', 'There is no such build. It may have been removed; go back to the list.'],
  ['a refused request', new BadRequestException('No.'), 400, 'bad-request', 'No.'],
  ['too many tries', new HttpException('Slow down.', 429), 429, 'too-many-tries', 'Slow down.'],
  ['a status without a word of its own', new HttpException('Teapot.', 418), 418, 'refused', 'Teapot.'],
  ['a body too large', bodyError(413), 413, 'too-large', 'body too large'],
  ['a body that cannot be read', bodyError(400), 400, 'bad-request', 'body too large'],
  ['a body error of an odd status', bodyError(418), 418, 'bad-request', 'body too large'],
])('%s', (_what, error, status, code, detail) => {
  const { status: sent, type, body } = answerTo(error);
  expect([sent, type]).toEqual([status, 'application/problem+json']);
  expect(body).toMatchObject({ type: 'about:blank', title: code, status, code, detail });
});

test('a quantity that core refuses says which, what it was, and what was expected', () => {
  const error = new DomainError({ code: 'value-out-of-range', quantity: 'wet film', value: 3, expected: 'more' });
  expect(answerTo(error).body).toMatchObject({ status: 422, code: 'value-out-of-range', quantity: 'wet film', value: 3, expected: 'more' });
});

test('what comes with a problem is passed on', () => {
  expect(answerTo(new ProblemException(409, 'x', 'y', { currentVersion: 7 })).body.currentVersion).toBe(7);
});

describe('a fault of the server', () => {
  const logged = jest.spyOn(Logger.prototype, 'error').mockImplementation(() => undefined);
  beforeEach(() => logged.mockClear());
  afterAll(() => {
    logged.mockRestore();
  });

  test.each<[string, unknown]>([
    ['an error', new Error('secret of the database')],
    ['an error with a status of the server', bodyError(500)],
    ['an error with a status that is none', bodyError('413')],
    ['an error just under the refusals', bodyError(399)],
    ['something thrown that is no error', { status: 413 }],
  ])('%s is 500, told to the log and not to the world', (_what, error) => {
    const { body } = answerTo(error);
    expect(body).toEqual({
      type: 'about:blank',
      title: 'server-fault',
      status: 500,
      code: 'server-fault',
      detail: 'Something failed on the server. Nothing was saved; try again.',
    });
    expect(logged).toHaveBeenCalledTimes(1);
    expect(logged).toHaveBeenCalledWith(error instanceof Error ? error.stack : error);
  });
});
