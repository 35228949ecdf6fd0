import type { VerdictLevel } from '@pentimento/core/judging';
import type { CardLibrary } from '@pentimento/core/plan';
import { moldBlocks, LEAST_REASON } from '@pentimento/core/release';
import { releasePrograms } from '@pentimento/core/service';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useFinishBuildMutation, type Build } from '../../api/api';
import { ReasonBox } from '../../shared/reason-box';
import { problemOf } from '../../api/problem';
import { Dialog } from '../../shared/dialog';
import { useSigned } from '../stage/use-signed';
import { newId } from '../../shared/new-id';

const HANDS = [
  ['left', 'Left'],
  ['right', 'Right'],
  ['none', 'No hand'],
] as const;

/** A finished build gets its number, hand and release program, and joins the rack. */
interface FinishDialogProps {
  readonly build: Build;
  readonly worst: VerdictLevel;
  readonly library: CardLibrary;
  readonly onClose: () => void;
}

export function FinishDialog({ build, worst, library, onClose }: FinishDialogProps) {
  const [hand, setHand] = useState<(typeof HANDS)[number][0] | null>(null);
  const [releaseProgramId, setProgram] = useState(releasePrograms[0].id);
  const [moldId] = useState(() => newId());
  const [finish, { error, isLoading }] = useFinishBuildMutation();
  const navigate = useNavigate();
  const [reason, setReason] = useState('');
  const blocks = moldBlocks(useSigned(build.id, build.current.plan), library);
  const missing = blocks.length > 0 && reason.trim().length < LEAST_REASON;
  const planned = build.current.plan.mold.intake?.hand ?? 'none';
  const otherHand = hand !== null && planned !== 'none' && hand !== planned;
  const program = releasePrograms.find(({ id }) => id === releaseProgramId);
  const submit = async (): Promise<void> => {
    if (!hand || missing) return;
    const result = await finish({ id: build.id, body: { moldId, hand, releaseProgramId, reason: blocks.length > 0 ? reason.trim() : null } });
    if (result.data) void navigate(`/rack/${result.data.id}`);
  };
  return (
    <Dialog title="Finish into a mold" onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        {worst === 'stop' && (
          <p className="text-error mb-3">
            This plan still has limits that are not kept. Finish it only if the mold was built otherwise, and say so in a version’s note.
          </p>
        )}
        <fieldset>
          <legend className="text-sm">Hand: write it on the mold before it leaves the plug</legend>
          <div className="mt-1 flex gap-2">
            {HANDS.map(([id, name]) => (
              <button
                key={id}
                type="button"
                aria-pressed={hand === id}
                className={`btn flex-1 ${hand === id ? 'btn-primary' : ''}`}
                onClick={() => {
                  setHand(id);
                }}
              >
                {name}
              </button>
            ))}
          </div>
        </fieldset>
        {otherHand && (
          <p role="alert" className="text-error mt-2 text-sm">
            This build is planned as the {planned} hand. Hold it against the drawing; if the plan is wrong, change the hand under Plug and save.
          </p>
        )}
        <label className="mt-4 block">
          <span className="text-sm">Release program</span>
          <select
            className="select w-full"
            value={releaseProgramId}
            onChange={(event) => {
              setProgram(event.target.value);
            }}
          >
            {releasePrograms.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <p className="muted mt-1 text-sm">{program?.caution} The maker’s data sheet decides.</p>
        {blocks.length > 0 && (
          <div className="border-warning mt-4 border-l-4 pl-3">
            <ReasonBox reason={reason} onReason={setReason}>
              Still open: {blocks.join('; ')}. Have it done and signed, or say why it is finished all the same; it is kept with your name.
            </ReasonBox>
          </div>
        )}
        {error && (
          <p role="alert" className="text-error mt-3">
            {problemOf(error).detail}
          </p>
        )}
        <div className="mt-5 flex gap-2">
          <button className="btn btn-primary" disabled={!hand || otherHand || missing || isLoading}>
            Put it on the rack
          </button>
          <button type="button" className="btn btn-ghost" onClick={onClose}>
            Not yet
          </button>
        </div>
        {!hand ? (
          <p className="muted mt-2 text-sm">Choose a hand first.</p>
        ) : (
          missing && <p className="muted mt-2 text-sm">Say why, in at least {LEAST_REASON} characters.</p>
        )}
      </form>
    </Dialog>
  );
}
