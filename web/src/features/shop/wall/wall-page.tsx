import { beginningOn, type PlanDocument } from '@pentimento/core/plan';
import { conflictsOn, sessionMoved, standingOf, type WallSpan } from '@pentimento/core/planning';
import { DAY_MIN, dateOf, dayNumber, momentText } from '@pentimento/core/shop-time';
import { ChevronLeft, ChevronRight, Undo2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useBuildQuery, type Build } from '../../../api/api';
import { LevelMark } from '../../../shared/level-mark';
import { ProblemLine } from '../../../shared/form-field';
import { PrintButton } from '../../../shared/print-button';
import { SegmentChoice } from '../../../shared/segment-choice';
import { Empty, Failed, Loading } from '../../../shared/states';
import { today } from '../../../shared/dates';
import { useRefusal } from '../../../shared/use-may';
import { useShop } from '../../../shared/use-shop';
import { PlanTogether } from './plan-together';
import { useMoveOnWall, useWall } from './use-wall';
import { WallRows, type WallRow } from './wall-rows';

const SPANS = [7, 14, 28] as const;
type By = 'build' | 'person' | 'place';
const BY: readonly By[] = ['build', 'person', 'place'];

/** What is done in the shop over the coming weeks, by build, person and place, with what cannot be so. */
export function WallPage() {
  const wall = useWall();
  const shop = useShop();
  const [by, setBy] = useState<By>('build');
  const [days, setDays] = useState<(typeof SPANS)[number]>(14);
  const [fromDay, setFromDay] = useState(() => monday(dayNumber(today())));
  const { move, error: moveError, saving } = useMoveOnWall();
  const [moved, setMoved] = useState<{
    readonly buildId: string;
    readonly name: string;
    readonly before: PlanDocument;
    readonly words: string;
    /** Before the move: what is newer is the moved one */
    readonly version: number;
  } | null>(null);
  const [picked, setPicked] = useState<{ readonly buildId: string; readonly span: WallSpan } | null>(null);
  const readOnly = useRefusal('plan') !== null;
  const conflicts = useMemo(() => (shop ? conflictsOn(wall.spans, shop.calendar) : []), [wall.spans, shop]);
  const wrong = useMemo(() => new Set(conflicts.flatMap(({ spanIds }) => spanIds)), [conflicts]);
  if (wall.error && wall.builds.length === 0) return <Failed error={wall.error} retry={wall.retry} />;
  if (!shop || (wall.loading && wall.builds.length === 0)) return <Loading what="the wall" />;
  const until = fromDay + days;
  const shownConflicts = conflicts.filter(({ atMin }) => atMin >= fromDay * DAY_MIN && atMin < until * DAY_MIN);
  const rows = rowsBy(
    by,
    wall.spans,
    wall.builds,
    shop.calendar.people.map(({ name }) => name),
  );
  const onMove = (build: Build, byDays: number): void => {
    const { plan } = build.current;
    const startDate = dateOf(dayNumber(plan.startDate) + byDays);
    void move(build, beginningOn(plan, startDate), `Moved on the wall to ${startDate}`).then((saved) => {
      if (saved)
        setMoved({
          buildId: build.id,
          name: build.name,
          before: plan,
          version: build.current.number,
          words: `${String(Math.abs(byDays))} ${Math.abs(byDays) === 1 ? 'day' : 'days'} ${byDays > 0 ? 'later' : 'earlier'}`,
        });
    });
  };
  return (
    <div>
      <div className="rule flex flex-wrap items-center gap-3 border-b px-4 py-2">
        <h1 className="text-xl font-semibold">Wall</h1>
        <Link className="link text-sm print:hidden" to="/shop">
          Shop
        </Link>
        <span className="flex gap-3 text-sm print:hidden">
          <SegmentChoice label="By" options={BY.map((one) => [one, `by ${one}`] as const)} value={by} onChange={setBy} />
          <SegmentChoice
            label="Days"
            options={SPANS.map((one) => [one, one === 7 ? '1 week' : `${String(one / 7)} weeks`] as const)}
            value={days}
            onChange={setDays}
          />
        </span>
        <span className="flex items-center print:hidden">
          <button
            type="button"
            className="btn btn-ghost btn-sm"
            aria-label="A week earlier"
            onClick={() => {
              setFromDay(fromDay - 7);
            }}
          >
            <ChevronLeft size={16} aria-hidden />
          </button>
          <button
            type="button"
            className="btn btn-ghost btn-sm"
            onClick={() => {
              setFromDay(monday(dayNumber(today())));
            }}
          >
            This week
          </button>
          <button
            type="button"
            className="btn btn-ghost btn-sm"
            aria-label="A week later"
            onClick={() => {
              setFromDay(fromDay + 7);
            }}
          >
            <ChevronRight size={16} aria-hidden />
          </button>
        </span>
        <span className="flex-1" />
        <span className="print:hidden">
          <PrintButton />
        </span>
      </div>
      {moved && (
        <Moved
          moved={moved}
          saving={saving}
          move={move}
          onDone={() => {
            setMoved(null);
          }}
        />
      )}
      <div className="px-4">
        <ProblemLine error={moveError} />
      </div>
      {wall.spans.length === 0 ? (
        <Empty title="Nothing on the wall">Builds that are planned or under way stand here with their sessions, ovens and demolding.</Empty>
      ) : (
        <WallRows
          rows={rows}
          fromDay={fromDay}
          days={days}
          shop={shop.calendar}
          wrong={wrong}
          onMove={by === 'build' && !readOnly && !saving ? onMove : null}
          onPick={(build, span) => {
            setPicked({ buildId: build.id, span });
          }}
          pickedId={picked?.span.id ?? null}
        />
      )}
      {picked && by === 'build' && !readOnly && (
        <OneSession
          key={picked.span.id}
          build={wall.builds.find(({ id }) => id === picked.buildId) ?? null}
          span={picked.span}
          saving={saving}
          onMove={(build, plan, words) => {
            const before = build.current.plan;
            void move(build, plan, `${picked.span.what} moved on the wall: ${words}`).then((saved) => {
              if (!saved) return;
              setMoved({ buildId: build.id, name: `${build.name}, ${picked.span.what}`, before, words, version: build.current.number });
              setPicked(null);
            });
          }}
          onClose={() => {
            setPicked(null);
          }}
        />
      )}
      <section aria-label="Conflicts" className="px-4 py-3 text-sm">
        <h2 className="font-semibold">{shownConflicts.length === 0 ? 'No conflicts in these weeks' : 'What cannot be so'}</h2>
        <ul>
          {shownConflicts.map(({ id, atMin, words }) => (
            <li key={id} className="hairline border-t py-0.5">
              <LevelMark level="stop" size={13} /> <span className="num mr-2">{momentText('1970-01-01', atMin)}</span> {words}
            </li>
          ))}
        </ul>
        {by === 'build' && !readOnly && (
          <p className="muted mt-2 print:hidden">
            A build that has not begun is dragged by whole days, or moved with the arrow keys; a session of it is tapped, or picked with arrow up and
            down, and moved by itself. It becomes a version of its plan.
          </p>
        )}
      </section>
      {by === 'build' && <PlanTogether builds={wall.builds} spans={wall.spans} move={move} saving={saving} />}
    </div>
  );
}

/** What was moved, with a way back: the plan before is saved again. */
function Moved({
  moved,
  saving,
  move,
  onDone,
}: {
  moved: { readonly buildId: string; readonly name: string; readonly before: PlanDocument; readonly words: string; readonly version: number };
  saving: boolean;
  move: (build: Build, plan: PlanDocument, note: string) => Promise<boolean>;
  onDone: () => void;
}) {
  const { data: build } = useBuildQuery(moved.buildId);
  const { words, name, before, version } = moved;
  return (
    <p role="status" className="bg-base-200 flex items-center gap-3 px-4 py-1 text-sm">
      {name}: {words}, saved as version {build?.current.number}.
      <button
        type="button"
        className="btn btn-xs"
        disabled={saving || !build || build.current.number <= version}
        onClick={() => {
          if (build)
            void move(build, before, 'Moved back on the wall').then((saved) => {
              if (saved) onDone();
            });
        }}
      >
        <Undo2 size={13} aria-hidden /> Move it back
      </button>
    </p>
  );
}

const STEPS = [
  [-DAY_MIN, 'a day earlier'],
  [-30, '30 min earlier'],
  [30, '30 min later'],
  [DAY_MIN, 'a day later'],
] as const;

/** One session of a build, moved by itself; those after it are pushed along where they must be. */
function OneSession({
  build,
  span,
  saving,
  onMove,
  onClose,
}: {
  build: Build | null;
  span: WallSpan;
  saving: boolean;
  onMove: (build: Build, plan: PlanDocument, words: string) => void;
  onClose: () => void;
}) {
  const [byMin, setByMin] = useState(0);
  const plan = build && span.sessionId !== null ? sessionMoved(build.current.plan, span.sessionId, byMin) : null;
  const at = momentText('1970-01-01', span.fromMin + byMin);
  return (
    <section aria-label="One session" className="bg-base-200 flex flex-wrap items-center gap-2 px-4 py-1 text-sm print:hidden">
      <span>
        <strong>
          {span.build}, {span.what}
        </strong>{' '}
        <span className="num">{byMin === 0 ? at : `${momentText('1970-01-01', span.fromMin)} → ${at}`}</span>
      </span>
      {STEPS.map(([min, words]) => (
        <button
          key={min}
          type="button"
          className="btn btn-xs"
          onClick={() => {
            setByMin(byMin + min);
          }}
        >
          {words}
        </button>
      ))}
      <button
        type="button"
        className="btn btn-xs btn-primary"
        disabled={byMin === 0 || saving || !build || !plan}
        onClick={() => {
          if (build && plan) onMove(build, plan, `from ${momentText('1970-01-01', span.fromMin)} to ${at}`);
        }}
      >
        Move it
      </button>
      <button type="button" className="btn btn-xs btn-ghost" onClick={onClose}>
        Leave it
      </button>
      <span className="muted">Its verdicts stand in the build; what comes after it is pushed along where it must be.</span>
    </section>
  );
}

/** The Monday of a day's week. 1970-01-01 was a Thursday. */
const monday = (day: number): number => day - ((((day + 3) % 7) + 7) % 7);

function rowsBy(by: By, spans: readonly WallSpan[], builds: readonly Build[], people: readonly string[]): WallRow[] {
  switch (by) {
    case 'build':
      return builds.map((build) => ({
        id: build.id,
        name: build.name,
        spans: spans.filter(({ buildId }) => buildId === build.id),
        build: build.status === 'planned' ? build : null,
      }));
    case 'person': {
      const hands = spans.filter((span) => span.people > 0);
      const anybody = hands.filter(({ who }) => who.length === 0);
      return [
        ...people.map((name) => ({ id: name, name, spans: hands.filter(({ who }) => who.includes(name)), build: null })),
        { id: 'anybody', name: 'Nobody named', spans: anybody, build: null },
      ];
    }
    case 'place':
      return [
        { id: 'bench', name: 'Benches', spans: standingOf(spans), build: null },
        { id: 'at-bench', name: 'Work at a bench', spans: spans.filter(({ kind, sprayed }) => kind !== 'oven' && !sprayed), build: null },
        { id: 'booth', name: 'Spray booth', spans: spans.filter(({ sprayed }) => sprayed), build: null },
        { id: 'oven', name: 'Oven', spans: spans.filter(({ kind }) => kind === 'oven'), build: null },
      ];
  }
}
