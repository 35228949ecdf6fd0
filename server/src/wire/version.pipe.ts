import { Injectable, type PipeTransform } from '@nestjs/common';
import { ProblemException } from '../errors/problem.js';

const HIGHEST = 1_000_000;

/** The number of a version in an address: a whole number that a record can have. */
@Injectable()
export class VersionPipe implements PipeTransform<unknown, number> {
  /** @param value the text of the address, or a number where a pipe before made one of it */
  transform(value: unknown): number {
    const number = /^\d{1,7}$/.test(String(value)) ? Number(value) : Number.NaN;
    if (number <= HIGHEST) return number;
    throw new ProblemException(400, 'no-version', 'A version is a whole number. Go back to the list of versions.');
  }
}
