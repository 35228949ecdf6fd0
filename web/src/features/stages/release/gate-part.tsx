import { gateOpen, gateTests, type ReleasePlan } from '@pentimento/core/plan';
import { useState } from 'react';
import { Part, TextCell } from '../../../shared/fields';
import { LevelMark } from '../../../shared/level-mark';

interface GatePartProps {
  readonly release: ReleasePlan;
  /** The same with what was signed at the bench */
  readonly signed: ReleasePlan;
  readonly person: string;
  readonly onChange: (release: ReleasePlan) => void;
}

/** The gate before gel coat: tests zone by zone, or a name and a reason. */
export function GatePart({ release, signed, person, onChange }: GatePartProps) {
  const [reason, setReason] = useState('');
  const tests = gateTests(release);
  const open = gateOpen(signed);
  const by = person === '' ? 'somebody' : person;
  return (
    <Part
      title="Gate before gel coat"
      aside={
        <span className="text-sm" data-testid="gate">
          <LevelMark level={open ? (release.override ? 'care' : 'ok') : 'stop'} size={13} word={false} />{' '}
          {release.override
            ? 'overruled'
            : open
              ? 'passed'
              : `closed, ${String(tests.filter(({ id }) => !signed.passed.some((test) => test.id === id)).length)} to sign`}
        </span>
      }
    >
      <ul aria-label="Gate tests" className="text-sm">
        {tests.map(({ id, zone, what }) => {
          const ticked = release.passed.some((test) => test.id === id);
          const passed = signed.passed.find((test) => test.id === id);
          return (
            <li key={id} className="hairline border-b">
              <label className="flex min-h-8 items-start gap-2.5 py-1">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm mt-0.5"
                  checked={passed !== undefined}
                  disabled={passed !== undefined && !ticked}
                  onChange={(event) => {
                    const others = release.passed.filter((test) => test.id !== id);
                    onChange({ ...release, passed: event.target.checked ? [...others, { id, by }] : others });
                  }}
                />
                <span>
                  <span className="muted">{zone}:</span> {what}
                  {passed && (
                    <span className="muted text-xs">
                      {' '}
                      · {passed.by}
                      {ticked ? '' : ', at the bench'}
                    </span>
                  )}
                </span>
              </label>
            </li>
          );
        })}
      </ul>
      {release.override ? (
        <p className="mt-2 text-sm">
          Overruled by {release.override.by}: {release.override.reason}{' '}
          <button
            type="button"
            className="underline"
            onClick={() => {
              onChange({ ...release, override: null });
            }}
          >
            Take it back
          </button>
        </p>
      ) : (
        !open && (
          <div className="mt-2 flex flex-wrap items-end gap-2 text-sm">
            <TextCell label={`Overrule it, as ${by}: why`} value={reason} maxLength={300} width="w-72" onChange={setReason} />
            <button
              type="button"
              className="btn btn-sm"
              disabled={reason.trim() === ''}
              onClick={() => {
                onChange({ ...release, override: { by, reason: reason.trim() } });
                setReason('');
              }}
            >
              Overrule
            </button>
          </div>
        )
      )}
    </Part>
  );
}
