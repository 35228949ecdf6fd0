import { addMinutes, isAfter } from 'date-fns';
import { ProblemException } from '../errors/problem.js';

/** Clocks of phones at the bench may run ahead a little. */
export const AHEAD_MIN = 10;

/** @throws ProblemException (422) for a moment that has not come yet */
export function pastMoment(at: string): Date {
  const moment = new Date(at);
  if (isAfter(moment, addMinutes(new Date(), AHEAD_MIN))) {
    throw new ProblemException(422, 'in-the-future', `${at} is in the future. Log it when it has happened, or correct the date.`);
  }
  return moment;
}
