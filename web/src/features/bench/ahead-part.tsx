import type { Ahead } from '@pentimento/core/bench';
import { verdictSentence } from '@pentimento/core/explain';
import { LevelMark } from '../../shared/level-mark';
import { useUnits } from '../../shared/use-units';

const MOST_HELPS = 3;

interface AheadPartProps {
  readonly ahead: readonly Ahead[];
  readonly startDate: string;
}

/** What will break a limit from now on, by how the build really goes, and what can still be done about it. */
export function AheadPart({ ahead, startDate }: AheadPartProps) {
  const { fill } = useUnits();
  const stops = ahead.filter(({ cause }) => cause.level === 'stop');
  const cares = ahead.filter(({ cause }) => cause.level !== 'stop');
  if (ahead.length === 0) return null;
  return (
    <section aria-label="Ahead" className="mt-6">
      <h2 className="font-semibold">Ahead, as it goes now</h2>
      <ul className="rule border-t">
        {[...stops, ...cares].map(({ sectionId, sectionName, cause, helps }) => (
          <li key={`${sectionId} ${cause.id}`} className="hairline border-b py-2" data-level={cause.level}>
            <p className="text-lg">
              <LevelMark level={cause.level} /> {fill(verdictSentence(cause.verdicts[0], { startDate }))}
              {ahead.some((one) => one.sectionId !== sectionId) && <span className="muted"> · {sectionName}</span>}
            </p>
            {helps.length > 0 ? (
              <p>
                <span className="muted">Still helps: </span>
                {helps.slice(0, MOST_HELPS).map(({ id, name, causeAfter }, i) => (
                  <span key={id}>
                    {i > 0 && ' · '}
                    {fill(name)} <LevelMark level={causeAfter} size={13} />
                  </span>
                ))}
              </p>
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
