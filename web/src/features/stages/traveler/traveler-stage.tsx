import { words } from '@pentimento/core/units';
import { worstObjection, type Objection } from '@pentimento/core/plan';
import { planCautions } from '@pentimento/core/cautions';
import { CalendarDays, FileText } from 'lucide-react';
import { useState } from 'react';
import { Part } from '../../../shared/fields';
import { LevelMark } from '../../../shared/level-mark';
import { levelOfObjection, ObjectionList } from '../../../shared/objection-list';
import { saveFile } from '../../../shared/save-file';
import { Loading } from '../../../shared/states';
import { STAGE_NAMES } from '../../stage/build-stages';
import type { StageProps } from '../../stage/stage-props';
import { StepList } from './step-list';

interface TravelerStageProps extends StageProps {
  /** Of every stage */
  readonly all: readonly Objection[];
  readonly unsaved: boolean;
}

type Wanted = 'A4' | 'LETTER' | 'ics';

/** Fetches the sheet or the calendar from the server and hands it to the browser. */
function useSheetFiles(buildId: string): { busy: Wanted | null; problem: string | null; fetchFile: (wanted: Wanted) => Promise<void> } {
  const [busy, setBusy] = useState<Wanted | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const fetchFile = async (wanted: Wanted): Promise<void> => {
    setBusy(wanted);
    setProblem(null);
    try {
      const response = await fetch(wanted === 'ics' ? `/api/builds/${buildId}/sessions.ics` : `/api/builds/${buildId}/traveler.pdf?paper=${wanted}`);
      if (!response.ok) throw new Error('refused');
      const name = /UTF-8''([^;]+)/.exec(response.headers.get('content-disposition') ?? '')?.[1] ?? 'traveler';
      saveFile(decodeURIComponent(name), await response.blob(), response.headers.get('content-type') ?? '');
    } catch {
      setProblem('The sheet could not be fetched. Check the connection and try again; nothing was lost.');
    }
    setBusy(null);
  };
  return { busy, problem, fetchFile };
}

/** The sheet for the wall and the calendar, made of the saved version; what stops it first. */
export function TravelerStage({ build, document, plan, library, mold, all, unsaved }: TravelerStageProps) {
  const { busy, problem, fetchFile } = useSheetFiles(build.id);
  const limits = (mold.whole?.sections ?? []).flatMap(({ verdicts }) => verdicts).filter(({ level }) => level === 'stop').length;
  const stops = all.filter(({ level }) => level === 'stop').length + limits;
  const button = (wanted: Wanted, text: string): React.ReactElement => (
    <button
      type="button"
      className="btn"
      disabled={busy !== null}
      onClick={() => {
        void fetchFile(wanted);
      }}
    >
      {wanted === 'ics' ? <CalendarDays size={16} aria-hidden /> : <FileText size={16} aria-hidden />}{' '}
      {busy === wanted ? 'Setting the pages …' : text}
    </button>
  );
  return (
    <div className="grid flex-1 lg:grid-cols-[minmax(0,1fr)_19rem]">
      <div className="min-w-0 px-4 py-3">
        <Part title="For the wall">
          <p className="mb-3 max-w-2xl text-sm">
            One sheet from plug to demolding: checks, release timers, gates to sign, every session with its window and pots, kit, cautions, and a code
            that opens this build on a phone. It is made of <span className="num">version {build.current.number}</span>.
          </p>
          {unsaved && (
            <p role="alert" className="border-warning mb-3 border-l-4 p-2 text-sm">
              You have unsaved edits. They are not on the sheet: save a version first.
            </p>
          )}
          {stops > 0 && (
            <p role="alert" className="text-error border-error mb-3 border-l-4 p-2 text-sm">
              <LevelMark level="stop" size={14} /> {stops === 1 ? 'One rule or limit stops' : `${String(stops)} rules and limits stop`} this build
              {limits > 0 ? ', see Sequence' : ''}. The sheet says so on top.
            </p>
          )}
          {problem && (
            <p role="alert" className="text-error border-error mb-3 border-l-4 p-2 text-sm">
              {problem}
            </p>
          )}
          <div className="flex flex-wrap gap-2">
            {button('A4', 'Traveler, A4')}
            {button('LETTER', 'Traveler, letter')}
            {button('ics', 'Sessions for the calendar')}
          </div>
        </Part>
        <Part title="Day by day">
          {mold.whole ? <StepList startDate={plan.startDate} steps={mold.whole.steps} sections={document.sections} /> : <Loading what="the steps" />}
        </Part>
        <Part title="Cautions on the sheet">
          <ul className="border-warning border-l-4 pl-3 text-sm">
            {planCautions(plan, library).map((caution) => (
              <li key={caution}>{caution}</li>
            ))}
          </ul>
        </Part>
      </div>
      <aside aria-label="What objects to the build" className="rule border-t lg:border-t-0 lg:border-l">
        <p className="hairline border-b px-3 py-1.5 text-sm">
          <LevelMark level={levelOfObjection(worstObjection(all))} size={14} word={false} /> Every stage, worst first
        </p>
        <ObjectionList
          objections={all.map((one) => ({
            ...one,
            title: words`${STAGE_NAMES[one.stage]}${one.section ? `, ${one.section.name}` : ''}: ${one.title}`,
          }))}
          name="Objections, all stages"
          empty={limits > 0 ? 'No rule objects; limits that are not kept stand under Sequence.' : 'Nothing objects.'}
        />
      </aside>
    </div>
  );
}
