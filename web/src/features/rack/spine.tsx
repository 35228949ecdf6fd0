import { MayButton } from '../../shared/may-button';
import { releaseProgram } from '@pentimento/core/service';
import { Link } from 'react-router';
import { LevelMark } from '../../shared/level-mark';
import { TallyStrokes } from './tally-strokes';
import type { MoldView } from './use-service';

const HAND_WORDS = { left: 'LEFT', right: 'RIGHT', none: '' } as const;

/**
 * A mold on the rack: number, part, hand, strokes by release cycle. One that is due stands out of the row.
 * @param fights chance that its next pull fights, where that is worth a word; null: it is not
 */
export function Spine({ view: { mold, service }, fights, onLog }: { view: MoldView; fights: number | null; onLog: () => void }) {
  const out = service.level === 'stop' ? '-translate-y-3' : '';
  const { cycles, earlierCycles: hidden } = service;
  return (
    <li className={`bg-base-100 flex w-full shrink-0 sm:w-60 flex-col border-2 ${out} ${service.level === 'stop' ? 'border-error' : 'rule'}`}>
      <Link to={`/rack/${mold.id}`} className="hover:bg-base-200 flex flex-1 flex-col">
        <div className="rule flex items-baseline justify-between border-b-2 px-3 py-2">
          <span className="num text-2xl font-semibold">{mold.number}</span>
          <span className="font-semibold">{HAND_WORDS[mold.hand]}</span>
        </div>
        <div className="hairline border-b px-3 py-2">
          <h2 className="text-lg leading-tight font-semibold break-words">{mold.part}</h2>
          <p className="muted text-sm">{releaseProgram(mold.releaseProgramId)?.name}</p>
        </div>
        <div className="hairline min-h-14 border-b px-3 py-2 text-sm leading-snug">
          {service.hold?.kind !== 'away' && <LevelMark level={service.level} />} {service.reason}
          {fights !== null && (
            <span className="block">
              Next pull fights: <span className="num predicted">{(100 * fights).toFixed(0)} %</span>
            </span>
          )}
        </div>
        <div className="flex-1 px-3 py-2">
          {hidden > 0 && <p className="muted text-xs">{hidden} earlier cycles</p>}
          <ol>
            {cycles.map((cycle, i) => (
              <li key={cycle.treatedAt ?? 'before'} className={`py-0.5 ${i === cycles.length - 1 ? '' : 'opacity-60'}`}>
                <CycleRows count={cycle.count} touchUpsBefore={cycle.touchUpsBefore} />
              </li>
            ))}
          </ol>
        </div>
        <p className="hairline num border-t px-3 py-1.5 text-sm">
          {service.pullsSinceNew} pulls · {service.pullsSinceFull} this cycle
        </p>
      </Link>
      <MayButton
        right="log"
        className="bg-primary text-primary-content min-h-14 text-lg font-semibold disabled:opacity-40"
        onClick={onLog}
        aria-label={`Log a pull of ${mold.number}`}
      >
        Log a pull
      </MayButton>
    </li>
  );
}

const PER_ROW = 35;

/** A long cycle's strokes over several rows. */
export function CycleRows({ count, touchUpsBefore, perRow = PER_ROW }: { count: number; touchUpsBefore: readonly number[]; perRow?: number }) {
  const rows = Math.max(1, Math.ceil(count / perRow));
  if (count === 0) return <span className="muted text-sm">no pulls yet</span>;
  return Array.from({ length: rows }, (_, row) => {
    const from = row * perRow;
    return (
      <TallyStrokes
        key={row}
        count={Math.min(perRow, count - from)}
        touchUpsBefore={touchUpsBefore.filter((i) => i >= from && i < from + perRow).map((i) => i - from)}
      />
    );
  });
}
