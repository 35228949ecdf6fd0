import type { Explanation } from '@pentimento/core/explain';
import { DEFAULT_MIX } from '@pentimento/core/plan';
import { useState } from 'react';
import { ExplainDialog } from '../../../shared/explain-dialog';
import { PrintButton } from '../../../shared/print-button';
import { Loading } from '../../../shared/states';
import { StageFrame } from '../../stage/stage-frame';
import type { StageProps } from '../../stage/stage-props';
import { MixForm } from './mix-form';
import { MixSession } from './mix-session';

/** Pots for every session: who lays, what is weighed into each, and by when it is used up. */
export function MixStage({ plan, library, readOnly, onEdit, objections, choice, mold: { whole, problem } }: StageProps) {
  const [explained, setExplained] = useState<Explanation | null>(null);
  const mix = plan.mix ?? DEFAULT_MIX;
  const rows = whole?.around.mix.get(choice.sectionId);
  return (
    <StageFrame name="Mix" objections={objections} readOnly={readOnly}>
      <div className="mb-4 flex items-start gap-4 print:hidden">
        <div className="min-w-0 flex-1">
          <MixForm
            mix={mix}
            onChange={(next) => {
              onEdit({ ...plan, mix: next });
            }}
          />
        </div>
        <PrintButton />
      </div>
      {problem && (
        <p role="alert" className="text-error border-error mb-3 border-l-4 p-2">
          {problem}
        </p>
      )}
      {plan.sessions.length === 0 && (
        <p className="hairline border border-dashed p-6">No sessions yet: there is nothing to mix. Start under Stack.</p>
      )}
      {!rows && plan.sessions.length > 0 && !problem && <Loading what="the pots" />}
      {rows &&
        plan.sessions.map((session) => {
          const own = rows.filter((row) => row.session.id === session.id);
          return (
            own.length > 0 && (
              <MixSession
                key={session.id}
                plan={plan}
                rows={own}
                library={library}
                measure={mix.measure}
                readOnly={readOnly}
                onEdit={onEdit}
                onExplain={setExplained}
              />
            )
          );
        })}
      {explained && (
        <ExplainDialog
          explanation={explained}
          onClose={() => {
            setExplained(null);
          }}
        />
      )}
    </StageFrame>
  );
}
