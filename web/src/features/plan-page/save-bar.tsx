import { MayButton } from '../../shared/may-button';
import type { WorstOfPlan } from '@pentimento/core/judging';
import type { PlanDocument } from '@pentimento/core/plan';
import { Redo2, Save, Undo2 } from 'lucide-react';
import type { Build } from '../../api/api';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { useRefusal } from '../../shared/use-may';
import { useUnits } from '../../shared/use-units';
import { LevelMark } from '../../shared/level-mark';
import { dropped, hasEdits, redone, undone } from '../plan/plan-slice';

/** What a build's page may lay over itself. */
export type PageSheet = 'save' | 'finish' | 'history';

interface SaveBarProps {
  readonly build: Build;
  /** The worst of limits and rules; null: nothing judged yet */
  readonly worst: WorstOfPlan | null;
  readonly onSheet: (sheet: PageSheet) => void;
  readonly saving: boolean;
}

/** Name, worst verdict, version, undo and redo, save, finish. */
export function SaveBar({ build, worst, onSheet, saving }: SaveBarProps) {
  const plan = useAppSelector((state) => state.plan);
  const dispatch = useAppDispatch();
  const unsaved = hasEdits(plan);
  const finished = build.status === 'finished';
  const refusal = useRefusal('plan');
  const { fill } = useUnits();
  const hand = handWords(plan.present?.mold.intake);
  return (
    <div className="rule flex flex-wrap items-stretch border-b text-sm *:min-h-11 lg:flex-nowrap lg:*:[button]:shrink-0 lg:*:[button]:whitespace-nowrap">
      <h1
        className="-order-1 flex min-w-0 flex-1 items-center px-4 lg:order-none lg:flex-initial py-1 text-lg leading-tight font-semibold"
        title={build.name}
      >
        <span>
          <span className="lg:line-clamp-2">{build.name}</span>
          {hand !== '' && (
            <span className="block text-xs font-normal" data-testid="hand">
              {hand}
            </span>
          )}
        </span>
      </h1>
      {worst !== null && (
        <span className="order-1 flex min-w-36 flex-1 items-center gap-2 px-3 lg:order-none lg:min-w-0 lg:flex-initial" data-testid="worst">
          <LevelMark level={worst.level} /> <span className="leading-tight lg:line-clamp-2">{fill(worst.line)}</span>
        </span>
      )}
      <span className="hidden flex-1 lg:block" />
      {/* A narrow screen has the name and version in its first row, the rest in a second. */}
      <span className="w-full !min-h-0 lg:hidden" />
      <button
        type="button"
        className="hairline hover:bg-base-200 -order-1 border-l px-3 text-left leading-tight lg:order-none"
        onClick={() => {
          onSheet('history');
        }}
        title="Earlier versions"
      >
        <span className="num">v{plan.baseVersion}</span> {unsaved ? <strong>· unsaved edits</strong> : `· ${finished ? 'as built' : 'saved'}`}
      </button>
      {unsaved && refusal !== null && (
        <span role="note" className="hairline max-w-72 border-l px-3 py-1 text-xs leading-tight">
          Tried, not kept: {refusal}
        </span>
      )}
      {!finished && (
        <>
          <UndoRedo />
          <button
            type="button"
            className={`print:hidden hairline hover:bg-base-200 order-2 border-l px-3 disabled:opacity-40 lg:order-none ${unsaved ? '' : 'hidden lg:block'}`}
            disabled={!unsaved}
            onClick={() => {
              dispatch(dropped());
            }}
          >
            Back to saved
          </button>
          <MayButton
            right="plan"

            className={`print:hidden hairline bg-primary text-primary-content order-2 items-center gap-2 border-l px-4 disabled:opacity-50 lg:order-none lg:flex ${unsaved ? 'flex' : 'hidden'}`}
            disabled={!unsaved || saving}
            onClick={() => {
              onSheet('save');
            }}
          >
            <Save size={16} aria-hidden />{' '}
            <span>
              {saving ? 'Saving …' : 'Save'}
              {!saving && <span className="sr-only sm:not-sr-only"> version</span>}
            </span>
          </MayButton>
          <MayButton
            right="finish"

            className={`print:hidden hairline hover:bg-base-200 order-2 border-l px-4 leading-tight disabled:opacity-40 lg:order-none ${unsaved ? 'hidden lg:block' : ''}`}
            disabled={unsaved}
            title={unsaved ? 'Save first' : undefined}
            onClick={() => {
              onSheet('finish');
            }}
          >
            Finish<span className="sr-only sm:not-sr-only"> into a mold</span>
          </MayButton>
        </>
      )}
    </div>
  );
}

/** Which of a pair it is, and of what it is the mirror. */
function handWords(intake: PlanDocument['mold']['intake']): string {
  if (!intake || intake.hand === 'none') return '';
  return `${intake.hand.toUpperCase()}${intake.mirrorOf === '' ? '' : `, mirror of ${intake.mirrorOf}`}`;
}

function UndoRedo() {
  const plan = useAppSelector((state) => state.plan);
  const dispatch = useAppDispatch();
  return (
    <>
      <button
        type="button"
        className="print:hidden hairline hover:bg-base-200 order-2 border-l px-3 disabled:opacity-40 lg:order-none"
        aria-label="Undo"
        disabled={plan.past.length === 0}
        onClick={() => {
          dispatch(undone());
        }}
      >
        <Undo2 size={16} aria-hidden />
      </button>
      <button
        type="button"
        className="print:hidden hairline hover:bg-base-200 order-2 border-l px-3 disabled:opacity-40 lg:order-none"
        aria-label="Redo"
        disabled={plan.future.length === 0}
        onClick={() => {
          dispatch(redone());
        }}
      >
        <Redo2 size={16} aria-hidden />
      </button>
    </>
  );
}
