import { keepCardVersions, type PlanDocument } from '@pentimento/core/plan';
import { useState } from 'react';
import { useSaveVersionMutation, type Build, type Card } from '../../api/api';
import { problemOf } from '../../api/problem';
import { Dialog } from '../../shared/dialog';
import { newId } from '../../shared/new-id';

interface TakeRemedyDialogProps {
  readonly build: Build;
  readonly name: string;
  /** The plan with it */
  readonly plan: PlanDocument;
  readonly cards: readonly Card[];
  readonly onClose: () => void;
}

/** Makes a remedy the next version of a plan that is under way: what is laid stays, what is not changes. */
export function TakeRemedyDialog({ build, name, plan, cards, onClose }: TakeRemedyDialogProps) {
  const [save, { error, isLoading }] = useSaveVersionMutation();
  // One id, however often its answer is lost on the way.
  const [saveId] = useState(newId);
  const { number } = build.current;
  return (
    <Dialog title={name} onClose={onClose}>
      <p className="text-lg">
        It becomes version <span className="num">{number + 1}</span> of the plan. What is begun stays as it is; what is not yet begun goes by it, from
        the moments at which it is expected now.
      </p>
      {error && (
        <p role="alert" className="text-error mt-2">
          {problemOf(error).detail}
        </p>
      )}
      <button
        type="button"
        className="bg-primary text-primary-content mt-4 min-h-16 w-full text-xl font-semibold disabled:opacity-40"
        disabled={isLoading}
        onClick={() => {
          const body = { baseVersion: number, saveId, note: `At the bench: ${name}`, plan: keepCardVersions(plan, cards) };
          void save({ id: build.id, body })
            .unwrap()
            .then(onClose, () => undefined);
        }}
      >
        Take it into the plan
      </button>
      <button type="button" className="btn btn-ghost mt-2 min-h-14 w-full text-lg" onClick={onClose}>
        Not now
      </button>
    </Dialog>
  );
}
