import { findingSheet, repairMethod, sizeClass } from '@pentimento/core/findings';
import { findingDepths, findingDepthWords, repairStanding, type OpenFinding, type RunningRepair } from '@pentimento/core/mold';
import { addHours, isFuture, parseISO } from 'date-fns';
import { useState } from 'react';
import type { Mold } from '../../api/api';
import { dateText, momentShort } from '../../shared/dates';
import { FindingPicture } from '../../shared/finding-picture';
import { MayButton } from '../../shared/may-button';
import { depthFills, drawnSections, SectionDrawing } from '../../shared/section-drawing';
import { useUnits } from '../../shared/use-units';
import { DiagnosisDialog } from './diagnosis-dialog';
import { useLogbook } from './use-logbook';

/** The mold from the face: zones with their condition, what was found where and how deep, repairs that run. */
export function FindingsPart({ mold, onFound }: { mold: Mold; onFound: () => void }) {
  const { findings, repairs, conditions } = mold.facts;
  const [asked, setAsked] = useState<OpenFinding | null>(null);
  const inRepair = new Set(repairs.map(({ findingId }) => findingId));
  const noted = new Map(conditions.flatMap(({ zone, grade }) => (zone === null ? [] : [[zone, grade] as const])));
  const whole = conditions.find(({ zone }) => zone === null);
  return (
    <section aria-label="On the mold" className="mb-4">
      <div className="flex items-baseline gap-3">
        <h2 className="font-semibold">On the mold</h2>
        {whole && <span className="muted text-sm">Condition {whole.grade}</span>}
        <span className="flex-1" />
        <MayButton right="log" className="btn btn-sm" onClick={onFound}>
          Something found
        </MayButton>
      </div>
      <div className="mt-1 grid items-start gap-4 xl:grid-cols-[minmax(0,26rem)_minmax(0,1fr)]">
        <div>
          <SectionDrawing
            sections={drawnSections(mold.zones)}
            noted={noted}
            marks={findings.map(({ id, data }, i) => ({
              id,
              label: String(i + 1),
              zoneId: data.zone ?? null,
              x: data.x ?? null,
              y: data.y ?? null,
              rings: findingDepths.indexOf(data.depth),
              depth: findingDepths.indexOf(data.depth),
              repair: inRepair.has(id),
            }))}
            onMark={(id) => {
              setAsked(findings.find((one) => one.id === id) ?? null);
            }}
          />
          <p className="muted mt-1 text-xs">
            {findings.length === 0 ? 'Nothing open.' : 'Rings and color: how deep. Dashed: being repaired.'} Letters: condition of a zone. Shapes
            simplified.
          </p>
          {findings.length > 0 && (
            <ul aria-label="Depth by color" className="muted mt-1 flex flex-wrap gap-x-3 gap-y-0.5 text-xs">
              {findingDepths.map((depth, i) => (
                <li key={depth} className="flex items-center gap-1">
                  <span className="hairline inline-block size-3 rounded-full border" style={{ background: depthFills[i] }} />
                  {depth}
                </li>
              ))}
            </ul>
          )}
        </div>
        <ol aria-label="Found and not repaired">
          {findings.map((finding, i) => (
            <Finding
              key={finding.id}
              mold={mold}
              finding={finding}
              index={i + 1}
              repair={repairs.find(({ findingId }) => findingId === finding.id) ?? null}
              onWhy={() => {
                setAsked(finding);
              }}
            />
          ))}
        </ol>
      </div>
      {asked && (
        <DiagnosisDialog
          mold={mold}
          finding={asked}
          onClose={() => {
            setAsked(null);
          }}
        />
      )}
    </section>
  );
}

interface FindingProps {
  readonly mold: Mold;
  readonly finding: OpenFinding;
  readonly index: number;
  readonly repair: RunningRepair | null;
  readonly onWhy: () => void;
}

function Finding({ mold, finding: { id, at, data, note }, index, repair, onWhy }: FindingProps) {
  const units = useUnits();
  const [choosing, setChoosing] = useState(false);
  const zone = mold.zones.find((one) => one.id === data.zone);
  const size = sizeClass(data.what, data.sizeMm ?? null);
  return (
    <li className="hairline border-b py-2">
      <div className="flex gap-3">
        <FindingPicture kind={data.what} className="w-16 shrink-0 self-start" />
        <div className="min-w-0 flex-1">
          <p>
            <span className="num font-semibold">{index}</span> <strong>{data.what}</strong>
            {zone && `, ${zone.name}`}
            {data.sizeMm !== undefined && (
              <>
                , <span className="num">{units.text('thickness', data.sizeMm)}</span> {size && `(${size})`}
              </>
            )}
          </p>
          <p className="muted text-sm">
            {findingDepthWords[data.depth]} · {dateText(at)}
            {note !== '' && `: ${note}`}
          </p>
          {repair ? (
            <Repair moldId={mold.id} repair={repair} />
          ) : (
            <div className="mt-1 flex flex-wrap gap-2">
              <button type="button" className="btn btn-sm" onClick={onWhy}>
                Why?
              </button>
              <MayButton
                right="log"
                className="btn btn-sm"
                aria-expanded={choosing}
                onClick={() => {
                  setChoosing(!choosing);
                }}
              >
                Repair it
              </MayButton>
            </div>
          )}
          {choosing && !repair && <Methods moldId={mold.id} findingId={id} what={data.what} />}
        </div>
        {data.photoId !== undefined && (
          <img src={`/api/photos/${data.photoId}/small`} alt="As found" loading="lazy" className="hairline h-16 border" />
        )}
      </div>
    </li>
  );
}

function Methods({ moldId, findingId, what }: { moldId: string; findingId: string; what: OpenFinding['data']['what'] }) {
  const { write } = useLogbook(moldId);
  const [begun, setBegun] = useState(false);
  return (
    <ul aria-label="Ways to repair it" className="mt-2 grid gap-2">
      {findingSheet(what)
        .repairs.flatMap((id) => repairMethod(id) ?? [])
        .map(({ id, name, steps, caution }) => {
          const hours = steps.reduce((sum, { waitH }) => sum + waitH, 0);
          return (
            <li key={id} className="hairline border p-2 text-sm">
              <p>
                <strong>{name}</strong>, <span className="num">{hours < 1 ? 'no wait' : `${hours.toFixed(0)} h at 20 °C`}</span> until it may be used
              </p>
              <p className="muted">{steps.map((step) => step.name.toLowerCase()).join(', ')}.</p>
              <p className="text-warning">{caution}</p>
              <MayButton
                right="log"
                className="btn btn-sm mt-1"
                disabled={begun}
                onClick={() => {
                  setBegun(true);
                  write({ kind: 'repair', data: { findingId, methodId: id } });
                }}
              >
                Begin: the mold is held until it is signed off
              </MayButton>
            </li>
          );
        })}
    </ul>
  );
}

/** A repair that runs, step by step. */
function Repair({ moldId, repair }: { moldId: string; repair: RunningRepair }) {
  const { write } = useLogbook(moldId);
  const standing = repairStanding(repair);
  if (!standing) return null;
  const { method, next, waiting } = standing;
  const until = waiting ? addHours(parseISO(waiting.at), waiting.waitH) : null;
  const waits = until !== null && isFuture(until);
  return (
    <div className="border-warning mt-2 border-l-4 pl-3 text-sm">
      <p>
        <strong>{method.name}</strong>, begun {momentShort(repair.at)}
      </p>
      <p className="text-warning">{method.caution}</p>
      <ol aria-label="Steps of the repair">
        {method.steps.map((step, i) => {
          const done = repair.done.find((one) => one.step === i);
          return (
            <li key={step.name + String(i)} className="py-0.5">
              <span className={done ? 'line-through opacity-60' : i === next ? 'font-semibold' : ''}>
                {step.name}
                {step.waitH > 0 && (
                  <span className="num"> (then {step.waitH < 1 ? `${(step.waitH * 60).toFixed(0)} min` : `${String(step.waitH)} h`})</span>
                )}
              </span>
              {i === next && <span className="block">{step.what}</span>}
            </li>
          );
        })}
      </ol>
      {waits && (
        <p className="num" data-testid="repair-wait">
          Leave it alone until {momentShort(until.toISOString())}, longer in the cold.
        </p>
      )}
      <div className="mt-1 flex flex-wrap gap-2">
        {next !== null && (
          <MayButton
            right="log"
            className="btn btn-sm"
            onClick={() => {
              write({ kind: 'repair step', data: { repairId: repair.id, step: next } });
            }}
          >
            Done: {method.steps[next].name.toLowerCase()}
          </MayButton>
        )}
        {next === null && (
          <MayButton
            right="finish"
            className="btn btn-sm btn-primary"
            onClick={() => {
              write({ kind: 'repaired', data: { repairId: repair.id } });
            }}
          >
            Looked at and good: back in service
          </MayButton>
        )}
      </div>
      {next === null && method.release && <p className="muted mt-1">Release goes on anew over the place before the next pull.</p>}
    </div>
  );
}
