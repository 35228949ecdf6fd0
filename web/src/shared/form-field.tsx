import type { ReactNode } from 'react';
import { problemOf } from '../api/problem';

interface FormFieldProps {
  readonly label: string;
  /** What is wrong with what was typed */
  readonly error?: string | undefined;
  readonly children: ReactNode;
}

/** A field of a form with its label and what is wrong with it. */
export function FormField({ label, error, children }: FormFieldProps) {
  return (
    <label className="block">
      <span className="block text-sm">{label}</span>
      {children}
      {error !== undefined && <span className="text-error block text-sm">{error}</span>}
    </label>
  );
}

/** What went wrong with the last request of a form, in the server's words; nothing while nothing did. */
export function ProblemLine({ error }: { error: unknown }) {
  if (error === undefined) return null;
  return (
    <p role="alert" className="text-error mt-3">
      {problemOf(error).detail}
    </p>
  );
}
