import { MayButton } from '../../../../shared/may-button';
import { panelBowM, type SectionDistortion } from '@pentimento/core/distortion';
import { withValues } from '@pentimento/core/materials';
import { useState } from 'react';
import { useSaveCardMutation, type Card } from '../../../../api/api';
import { problemOf } from '../../../../api/problem';
import { Dialog } from '../../../../shared/dialog';
import { UnitCell } from '../../../../shared/unit-cell';
import { useUnits } from '../../../../shared/use-units';
import { today } from '../../../../shared/dates';

interface WarpDialogProps {
  readonly card: Card;
  readonly distortion: SectionDistortion;
  readonly onKept: (card: Card) => void;
  readonly onClose: () => void;
}

/** A bow measured on a panel of this plan turns the card's prediction from relative to calibrated. */
export function WarpDialog({ card, distortion, onKept, onClose }: WarpDialogProps) {
  const units = useUnits();
  const [bowMm, setBowMm] = useState(10);
  const [lengthMm, setLengthMm] = useState(1000);
  const [note, setNote] = useState('');
  const [save, { error, isLoading }] = useSaveCardMutation();
  // Without what an earlier measurement scaled it by.
  const raw = Math.abs(panelBowM(distortion.curvature / (distortion.warpFactor ?? 1), lengthMm / 1000)) * 1000;
  const factor = bowMm / raw;
  const absurd = !(factor >= 0.01 && factor <= 20);
  const submit = async (): Promise<void> => {
    const source = {
      origin: 'own test',
      note: `bow ${bowMm.toFixed(1)} mm over ${lengthMm.toFixed(0)} mm. ${note}`.slice(0, 300),
      date: today(),
    } as const;
    const { version: _version, ...plain } = card;
    const next = withValues(plain, { warpFactor: Number(factor.toFixed(3)) }, source);
    const result = await save({
      id: card.id,
      body: { baseVersion: card.version, note: 'Measured warp', card: { ...next, values: { ...next.values }, gelTimes: [...next.gelTimes] } },
    });
    if (result.data) onKept(result.data);
  };
  return (
    <Dialog title="A measured warp" onClose={onClose}>
      <p className="text-sm">
        Lay a panel as this plan says, let it go, and put a straight-edge on it. The card that carries most, <strong>{card.name}</strong>, then
        predicts as this panel did.
      </p>
      <div className="mt-3 flex gap-5">
        <UnitCell label="Bow" quantity="thickness" value={bowMm} range={{ min: 0.1, max: 500 }} onChange={setBowMm} />
        <UnitCell
          label="over a length of"
          quantity="thickness"
          value={lengthMm}
          range={{ min: 100, max: 10000 }}
          digits={units.system === 'metric' ? 0 : 1}
          onChange={setLengthMm}
        />
      </div>
      <label className="mt-3 block text-sm">
        Which panel
        <input
          className="input input-sm mt-1 w-full"
          maxLength={200}
          value={note}
          onChange={(event) => {
            setNote(event.target.value);
          }}
        />
      </label>
      <p className="mt-3 text-sm">
        Predicted without calibration <span className="num predicted">{units.text('thickness', raw)}</span>: factor{' '}
        <span className="num font-semibold">{factor.toFixed(2)}</span>
      </p>
      {absurd && (
        <p role="alert" className="text-error mt-2 text-sm">
          That is {factor.toFixed(2)} times the prediction: check bow, length and unit. Between 0.01 and 20 can be kept.
        </p>
      )}
      {error && (
        <p role="alert" className="text-error mt-2 text-sm">
          {problemOf(error).detail}
        </p>
      )}
      <div className="mt-4 flex gap-2">
        <MayButton right="cards" className="btn btn-primary btn-sm" disabled={absurd || isLoading} onClick={() => void submit()}>
          Calibrate the card
        </MayButton>
        <button type="button" className="btn btn-ghost btn-sm" onClick={onClose}>
          Cancel
        </button>
      </div>
    </Dialog>
  );
}
