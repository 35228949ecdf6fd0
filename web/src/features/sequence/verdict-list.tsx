import type { Verdict } from '@pentimento/core';
import { LevelMark } from '../../shared/level-mark';
import { useUnits, type Units } from '../../shared/use-units';
import { clockText } from './clock-text';

function verdictTitle({ kind, subject }: Verdict): string {
  switch (kind) {
    case 'interface-peak':
      return 'Plug face, hottest';
    case 'layer-peak':
      return `${subject}, peak`;
    case 'activation':
      return `${subject}, coolest place`;
    case 'window':
    case 'shop-minimum':
    case 'post-cure-ramp':
    case 'post-cure-start':
    case 'post-cure-tg':
      return subject;
    case 'demold-tg':
      return `${subject}, warm at demold`;
    case 'demold-cure':
      return `${subject}, cure at demold`;
    case 'catalyst-range':
      return `${subject}, catalyst`;
  }
}

function amount(units: Units, { quantity }: Verdict, value: number): string {
  switch (quantity) {
    case 'temperature':
      return units.text('temperature', value);
    case 'cure':
      return value.toFixed(2);
    case 'clock':
      return clockText(value * 3600);
    case 'percent':
      return `${value.toFixed(1)} %`;
    case 'ramp':
      return `${units.show('temperatureDifference', value).toFixed(0)} ${units.unit('temperatureDifference')}/h`;
  }
}

function marginText(units: Units, verdict: Verdict): string {
  const { quantity, margin } = verdict;
  const sign = margin < 0 ? '−' : '+';
  const size = Math.abs(margin);
  switch (quantity) {
    case 'temperature':
      return `${sign}${units.text('temperatureDifference', size)}`;
    case 'cure':
      return `${sign}${size.toFixed(2)}`;
    case 'clock':
      return size > 90 ? 'never' : `${sign}${size.toFixed(1)} h`;
    case 'percent':
      return `${sign}${size.toFixed(1)} %`;
    case 'ramp':
      return `${sign}${units.show('temperatureDifference', size).toFixed(0)} ${units.unit('temperatureDifference')}/h`;
  }
}

/** Each limit with predicted value, limit, margin and moment; a press takes the time cursor there. */
export function VerdictList({ verdicts, onJump }: { verdicts: readonly Verdict[]; onJump: (timeS: number) => void }) {
  const units = useUnits();
  if (verdicts.length === 0) return <p className="muted p-3">Add a session, and its limits are judged here.</p>;
  const open = verdicts.filter((v) => v.level !== 'ok');
  const kept = verdicts.filter((v) => v.level === 'ok');
  return (
    <div>
      <ul aria-label="Verdicts">
        {open.map((verdict) => (
          <VerdictRow key={verdict.id} verdict={verdict} units={units} onJump={onJump} remedy />
        ))}
      </ul>
      {open.length === 0 && (
        <p className="flex items-center gap-2 px-3 py-2">
          <LevelMark level="ok" /> <span>every limit</span>
        </p>
      )}
      <ul aria-label="Limits kept" className="hairline border-t">
        {kept.map((verdict) => (
          <VerdictRow key={verdict.id} verdict={verdict} units={units} onJump={onJump} remedy={false} />
        ))}
      </ul>
    </div>
  );
}

function VerdictRow({ verdict, units, onJump, remedy }: { verdict: Verdict; units: Units; onJump: (timeS: number) => void; remedy: boolean }) {
  return (
    <li data-level={verdict.level}>
      <button
        type="button"
        className="hover:bg-base-200 hairline block w-full border-b px-3 py-1.5 text-left"
        onClick={() => {
          onJump(verdict.timeS);
        }}
        title="Take the time cursor there"
      >
        <span className="flex items-baseline justify-between gap-2">
          <span className="flex items-baseline gap-1.5 leading-tight">
            <LevelMark level={verdict.level} word={verdict.level !== 'ok'} size={14} />
            <span className={remedy ? 'font-semibold' : ''}>{verdictTitle(verdict)}</span>
          </span>
          <span className="num shrink-0 text-sm">
            <span className="sr-only">margin </span>
            {marginText(units, verdict)}
          </span>
        </span>
        <span className="muted num block text-xs">
          <span className="predicted">{amount(units, verdict, verdict.value)}</span> · {verdict.sense} {amount(units, verdict, verdict.limit)}
          {verdict.quantity !== 'clock' && ` · ${clockText(verdict.timeS)}`}
          {verdict.quantity === 'temperature' &&
            verdict.heightM !== null &&
            verdict.heightM > 0 &&
            ` · ${units.text('thickness', verdict.heightM * 1000)} up`}
        </span>
        {remedy && <span className="mt-0.5 block text-sm leading-snug">{verdict.remedy}</span>}
      </button>
    </li>
  );
}
