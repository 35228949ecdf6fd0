import type { Ahead } from '@pentimento/core/bench';
import type { TriedRemedy } from '@pentimento/core/judging';
import { verdictSentence } from '@pentimento/core/explain';
import { MayButton } from '../../shared/may-button';
import { LevelMark } from '../../shared/level-mark';
import { useUnits } from '../../shared/use-units';

const MOST_HELPS = 3;

interface AheadPartProps {
  readonly ahead: readonly Ahead[];
  readonly startDate: string;
  /** Whether a remedy is something that the plan can say */
  readonly takes: (ahead: Ahead, remedy: TriedRemedy) => boolean;
  readonly onTake: (ahead: Ahead, remedy: TriedRemedy) => void;
}

/** What will break a limit from now on, by how the build really goes, and what can still be done about it. */
export function AheadPart({ ahead, startDate, takes, onTake }: AheadPartProps) {
  const { fill } = useUnits();
  const stops = ahead.filter(({ cause }) => cause.level === 'stop');
  const cares = ahead.filter(({ cause }) => cause.level !== 'stop');
  if (ahead.length === 0) return null;
  return (
    <section aria-label="Ahead" className="mt-6">
      <h2 className="font-semibold">Ahead, as it goes now</h2>
      <ul className="rule border-t">
        {[...stops, ...cares]
          .map((one) => ({ one, ...one }))
          .map(({ one, sectionId, sectionName, cause, helps }) => (
            <li key={`${sectionId} ${cause.id}`} className="hairline border-b py-2" data-level={cause.level}>
              <p className="text-lg">
                <LevelMark level={cause.level} /> {fill(verdictSentence(cause.verdicts[0], { startDate }))}
                {ahead.some((other) => other.sectionId !== sectionId) && <span className="muted"> · {sectionName}</span>}
              </p>
              {helps.length > 0 ? (
                <div className="flex flex-wrap items-center gap-2">
                  <span className="muted">Still helps: </span>
                  {helps.slice(0, MOST_HELPS).map((remedy) =>
                    takes(one, remedy) ? (
                      <MayButton
                        key={remedy.id}
                        right="plan"
                        className="hairline hover:bg-base-200 min-h-14 border px-3 text-left"
                        onClick={() => {
                          onTake(one, remedy);
                        }}
                      >
                        {fill(remedy.name)} <LevelMark level={remedy.causeAfter} size={13} />
                      </MayButton>
                    ) : (
                      <span key={remedy.id} className="min-h-6 px-1">
                        {fill(remedy.name)} <LevelMark level={remedy.causeAfter} size={13} />
                      </span>
                    ),
                  )}
                </div>
              ) : (
                cause.level === 'stop' && (
                  <p className="muted">Nothing that leaves alone what is laid puts it right by itself: change the plan of what is left.</p>
                )
              )}
            </li>
          ))}
      </ul>
    </section>
  );
}
