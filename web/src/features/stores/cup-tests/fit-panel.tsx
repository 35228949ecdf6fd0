import { MayButton } from '../../../shared/may-button';
import type { CupTest, FitResult, FittedParameter } from '@pentimento/core/calibration';
import { withValues } from '@pentimento/core/materials';
import { useMemo } from 'react';
import { useCardsQuery, useSaveCardMutation, type Card } from '../../../api/api';
import { problemOf } from '../../../api/problem';
import { LevelMark } from '../../../shared/level-mark';
import { plainNumber } from '../field-text';
import type { CalibrationService, LaminateTrace } from './calibration.worker';
import { FitChart } from './fit-chart';
import { useAnswer, type Helper } from '../../../shared/helper';
import { makeCalibration } from './make-calibration';
import { today } from '../../../shared/dates';

/** Fits the card to tests in a worker, shows how well, and keeps the fit as a version of the card. */
interface FitPanelProps {
  readonly card: Card;
  readonly tests: readonly CupTest[];
  readonly laminates: readonly LaminateTrace[];
  /** What the fit goes by: the shop's own tests, or the sheet's numbers alone */
  readonly origin: 'own test' | 'data sheet';
  readonly onKept: () => void;
}

export function FitPanel(props: FitPanelProps) {
  const { card, tests, laminates } = props;
  const cards = useCardsQuery();
  const all = cards.data;
  const question = useMemo(
    () => (all ? (helper: Helper<CalibrationService>) => helper.ask((service) => service.fit({ card, cards: all, cups: tests, laminates })) : null),
    [all, card, tests, laminates],
  );
  const asked = useAnswer(makeCalibration, question);
  if (asked.state === 'waiting')
    return (
      <p role="status" className="muted mt-3 flex items-center gap-2">
        <span className="loading loading-dots loading-sm" aria-hidden /> Fitting …
      </p>
    );
  const answer = asked.state === 'there' ? asked.value : ({ ok: false, detail: asked.detail } as const);
  if (!answer.ok)
    return (
      <p role="alert" className="text-error mt-3">
        {answer.detail}
      </p>
    );
  return <FitOutcome {...props} fit={answer.fit} />;
}

function FitOutcome({ card, fit, tests, laminates, origin, onKept }: FitPanelProps & { fit: FitResult }) {
  const [save, { error, isLoading }] = useSaveCardMutation();
  const told = fit.parameters.filter((p) => p.told);
  const keep = async (): Promise<void> => {
    const parts = [
      tests.length > 0
        ? `${String(tests.length)} ${origin === 'data sheet' ? 'numbers of the sheet' : tests.length === 1 ? 'cup test' : 'cup tests'}`
        : null,
      laminates.length > 0 ? `${String(laminates.length)} laminate record${laminates.length === 1 ? '' : 's'}` : null,
    ];
    const note = `Fit of ${parts.filter(Boolean).join(' and ')}`;
    const source = { origin, note, date: today() } as const;
    const { version: _version, ...plain } = card;
    const next = withValues(plain, Object.fromEntries(told.map(({ key, value }) => [key, value])), source);
    const result = await save({
      id: card.id,
      body: { baseVersion: card.version, note, card: { ...next, values: { ...next.values }, gelTimes: [...next.gelTimes] } },
    });
    if (result.data) onKept();
  };
  return (
    <div className="mt-3" data-testid="fit">
      {fit.status !== 'converged' && (
        <p role="alert" className="text-error border-error mb-2 border-l-4 pl-2">
          {fit.message}
        </p>
      )}
      <div className="flex flex-wrap gap-6">
        <FitChart fit={fit} source="cup" />
        <FitChart fit={fit} source="laminate" />
        <div>
          <table className="text-sm">
            <caption className="sr-only">Fitted numbers</caption>
            <thead>
              <tr className="muted text-left text-xs">
                <th className="pr-4 font-normal">Number</th>
                <th className="pr-4 text-right font-normal">card</th>
                <th className="pr-4 text-right font-normal">fit</th>
                <th className="text-right font-normal">± (one σ)</th>
              </tr>
            </thead>
            <tbody>
              {fit.parameters.map((parameter) => (
                <ParameterRow key={parameter.key} parameter={parameter} />
              ))}
            </tbody>
          </table>
          {fit.rmsK !== null && fit.rmsBeforeK !== null && (
            <p className="mt-2 text-sm">
              Off by <span className="num font-semibold">{fit.rmsK.toFixed(1)} K</span> (root mean square), the card before by{' '}
              <span className="num">{fit.rmsBeforeK.toFixed(1)} K</span>
            </p>
          )}
          <p className="muted mt-1 max-w-96 text-xs">± holds if the rest is as the card says: {fit.held.join(', ')}.</p>
          <NumbersSeen fit={fit} />
          {fit.status === 'converged' && told.length > 0 && (
            <MayButton right="cards" className="btn btn-primary btn-sm mt-3" disabled={isLoading} onClick={() => void keep()}>
              Keep as version {card.version + 1}
            </MayButton>
          )}
          {error && (
            <p role="alert" className="text-error mt-2">
              {problemOf(error).detail}
            </p>
          )}
        </div>
      </div>
    </div>
  );
}

function ParameterRow({ parameter: { label, unit, before, value, relativeError, told, reason } }: { parameter: FittedParameter }) {
  return (
    <tr className="hairline border-t align-baseline">
      <td className="max-w-64 py-1 pr-4">
        {label} <span className="muted text-xs">{unit}</span>
        {!told && (
          <span className="block text-xs">
            <LevelMark level="care" size={12} word={false} /> {reason}
          </span>
        )}
      </td>
      <td className="num muted py-1 pr-4 text-right">{plainNumber(before, undefined)}</td>
      <td className="num py-1 pr-4 text-right font-semibold">{told ? plainNumber(value, undefined) : '–'}</td>
      <td className="num py-1 text-right">{relativeError > 9.99 ? '> 999 %' : `${(100 * relativeError).toFixed(relativeError < 0.1 ? 1 : 0)} %`}</td>
    </tr>
  );
}

/** Gel time, peak and time to peak that somebody wrote down, beside the fit's. */
function NumbersSeen({ fit }: { fit: FitResult }) {
  const rows = fit.observations.flatMap((o, i) => (o.what === 'temperature' ? [] : [{ ...o, fitted: fit.after[i] }]));
  if (rows.length === 0) return null;
  const unit = { gel: 'min', peak: '°C', 'peak time': 'min', temperature: '°C' };
  return (
    <ul className="mt-2 text-sm">
      {rows.map(({ what, value, fitted }) => (
        <li key={`${what} ${value.toFixed(3)} ${fitted.toFixed(3)}`}>
          {what === 'gel' ? 'Gel' : what === 'peak' ? 'Peak' : 'Time to peak'}: seen <span className="num">{value.toFixed(1)}</span>, fit{' '}
          <span className="num predicted">{fitted.toFixed(1)}</span> {unit[what]}
        </li>
      ))}
    </ul>
  );
}
