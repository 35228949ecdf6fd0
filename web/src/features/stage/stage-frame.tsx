import type { Objection } from '@pentimento/core/plan';
import type { ReactNode } from 'react';
import { ObjectionList } from '../../shared/objection-list';

/** A stage: its work at the left, what objects at the right. */
export function StageFrame({
  name,
  objections,
  readOnly,
  children,
  beside,
}: {
  name: string;
  objections: readonly Objection[];
  readOnly: boolean;
  children: ReactNode;
  beside?: ReactNode;
}) {
  return (
    <div className="grid flex-1 lg:grid-cols-[minmax(0,1fr)_19rem]">
      <fieldset disabled={readOnly} className="min-w-0 px-4 py-3" aria-label={name}>
        {children}
      </fieldset>
      <aside aria-label={`What objects to ${name}`} className="rule border-t lg:border-t-0 lg:border-l print:hidden">
        <p className="muted hairline border-b px-3 py-1.5 text-xs leading-snug">
          Rules of the trade, typical values. Data sheets, local codes and your own tests decide.
        </p>
        <ObjectionList objections={objections} name={`Objections, ${name}`} empty="Nothing objects here." />
        {beside}
      </aside>
    </div>
  );
}
