import { DomainError } from '../errors/domain-error.js';

/** A parsed JSON value of unknown shape. */
export type Json = unknown;

function refuse(quantity: string, value: unknown, expected: string): DomainError {
  return new DomainError({ code: value === undefined ? 'value-missing' : 'bad-document', quantity, value, expected });
}

export function isRecord(value: unknown): value is Record<string, Json> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** @throws DomainError when the value is not an object */
export function recordAt(value: Json, at: string): Record<string, Json> {
  if (isRecord(value)) return value;
  throw refuse(at, value, 'an object');
}

/** @throws DomainError when the value is not a list */
export function listAt(value: Json, at: string): readonly Json[] {
  if (Array.isArray(value)) return value;
  throw refuse(at, value, 'a list');
}

/** @throws DomainError when the value is not a finite number */
export function numberAt(value: Json, at: string): number {
  if (typeof value === 'number' && Number.isFinite(value)) return value;
  throw refuse(at, value, 'a number');
}

/** @throws DomainError when the value is not a text */
export function textAt(value: Json, at: string): string {
  if (typeof value === 'string') return value;
  throw refuse(at, value, 'a text');
}
