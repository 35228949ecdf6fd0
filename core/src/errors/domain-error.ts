/** Codes of refused input; the server and the web map them to words and HTTP status in one place each. */
export type DomainErrorCode =
  | 'value-out-of-range'
  | 'value-missing'
  | 'unknown-card'
  | 'unknown-material'
  | 'session-before-predecessor'
  | 'zero-thickness'
  | 'catalyst-out-of-range'
  | 'bad-document';

/** What is wrong with one quantity: enough to tell the user what to change. */
export interface DomainErrorDetail {
  readonly code: DomainErrorCode;
  /** The quantity in the trade's words, with its place: "session 2, start time". */
  readonly quantity: string;
  readonly value: unknown;
  /** What would have been accepted. */
  readonly expected: string;
}

/** Input that the core refuses; names quantity, value and what was expected. */
export class DomainError extends Error {
  readonly code: DomainErrorCode;
  readonly quantity: string;
  readonly value: unknown;
  readonly expected: string;

  constructor(detail: DomainErrorDetail) {
    super(`${detail.quantity}: got ${describe(detail.value)}, expected ${detail.expected}`);
    this.name = 'DomainError';
    this.code = detail.code;
    this.quantity = detail.quantity;
    this.value = detail.value;
    this.expected = detail.expected;
  }
}

function describe(value: unknown): string {
  if (value === undefined) return 'nothing';
  if (typeof value === 'string') return `"${value}"`;
  if (typeof value === 'number') return String(value);
  return JSON.stringify(value);
}
