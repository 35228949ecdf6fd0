import { HttpException } from '@nestjs/common';

/** An expected failure with a code that the web turns into words (RFC 9457 problem details). */
export class ProblemException extends HttpException {
  constructor(
    status: number,
    readonly code: string,
    detail: string,
    readonly extra: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail, status);
  }
}

/** An id that the client made says something else here than before: nothing is stored, nothing is dropped unsaid. */
export const idTaken = (what: string): ProblemException =>
  new ProblemException(409, 'id-taken', `A ${what} with this id is kept already and says something else. Send it again as a new one.`);

export const notFound = (what: string): ProblemException =>
  new ProblemException(404, 'not-found', `There is no such ${what}. It may have been removed; go back to the list.`);
