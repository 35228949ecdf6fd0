import type { SchoolFigures } from '@pentimento/core/schools';
import { stackTemplates, type SectionPlan } from '@pentimento/core/plan';
import { useEffect, useMemo, useState } from 'react';
import type { Card } from '../../../api/api';
import { ChoiceCell, Part } from '../../../shared/fields';
import { LevelMark } from '../../../shared/level-mark';
import { useUnits, type Units } from '../../../shared/use-units';
import { whyNot } from '../../../shared/helper';
import { makeSimulation } from '../../simulation/make-worker';
import type { SchoolAnswer } from '../../simulation/simulation.worker';

const OPTIONS: readonly (readonly [string, string])[] = [['', 'As planned'], ...stackTemplates.map(({ id, name }) => [id, name] as const)];

interface Line {
  readonly name: string;
  readonly text: (figures: SchoolFigures, units: Units) => string;
  /** Smaller is better; left out where it is not */
  readonly size?: (figures: SchoolFigures) => number;
}

const degrees = (units: Units, value: number | null): string => (value === null ? '–' : units.text('temperature', value));

const LINES: readonly Line[] = [
  { name: 'Days, first coat to demolding', text: ({ days }) => days.toFixed(1), size: ({ days }) => days },
  { name: 'Hands on the work', text: ({ handsOnH }) => `${handsOnH.toFixed(1)} person-h`, size: ({ handsOnH }) => handsOnH },
  { name: 'Hottest in the laminate', text: ({ peakC }, units) => degrees(units, peakC), size: ({ peakC }) => peakC ?? NaN },
  {
    name: 'Hottest at the plug’s face',
    text: ({ interfaceC }, units) => degrees(units, interfaceC),
    size: ({ interfaceC }) => interfaceC ?? NaN,
  },
  {
    name: 'Bow per meter, relative',
    text: ({ bowMmPerM }) => (bowMmPerM === null ? '–' : `${bowMmPerM.toFixed(0)} mm`),
    size: ({ bowMmPerM }) => bowMmPerM ?? NaN,
  },
  { name: 'Print index, relative', text: ({ print }) => (print === null ? '–' : print.toFixed(2)), size: ({ print }) => print ?? NaN },
  { name: 'Laminate', text: ({ laminateMm }, units) => units.text('thickness', laminateMm) },
  { name: 'Mass', text: ({ massKg }, units) => units.text('mass', massKg), size: ({ massKg }) => massKg },
  {
    name: 'Material cost',
    text: ({ cost, noCost }) => (cost === null ? `not known: ${String(noCost.length)} cards without a cost` : cost.toFixed(0)),
    size: ({ cost }) => cost ?? NaN,
  },
];

interface Asked {
  readonly plan: SectionPlan;
  readonly cards: readonly Card[];
  readonly pair: readonly [string, string];
}

const NOTHING = { to: null, answers: new Map<string, SchoolAnswer>() };

/** Both schools worked out in a worker; undefined: not yet. */
function useSchools(plan: SectionPlan, cards: readonly Card[], pair: readonly [string, string]): readonly (SchoolAnswer | undefined)[] {
  const asked = useMemo((): Asked => ({ plan, cards, pair }), [plan, cards, pair]);
  const [answered, setAnswered] = useState<{ readonly to: Asked | null; readonly answers: ReadonlyMap<string, SchoolAnswer> }>(NOTHING);
  useEffect(() => {
    const { ask, stop } = makeSimulation();
    let on = true;
    const run = async (): Promise<void> => {
      for (const id of new Set(asked.pair)) {
        const answer = await ask((service) => service.school(asked.plan, id === '' ? null : id), {
          key: asked.cards,
          tell: (service) => service.setCards(asked.cards),
        }).catch((error: unknown): SchoolAnswer => ({ ok: false, detail: whyNot(error) }));
        if (!on) return;
        setAnswered(({ to, answers }) => ({ to: asked, answers: new Map(to === asked ? answers : []).set(id, answer) }));
      }
      stop();
    };
    void run();
    return () => {
      on = false;
      stop();
    };
  }, [asked]);
  // Answers to an older question are not shown.
  return pair.map((id) => (answered.to === asked ? answered.answers.get(id) : undefined));
}

/** Two schools for the same mold, at the same target, side by side. */
export function ComparePart({
  plan,
  cards,
  readOnly,
  onTake,
}: {
  plan: SectionPlan;
  cards: readonly Card[];
  readOnly: boolean;
  onTake: (plan: SectionPlan) => void;
}) {
  const units = useUnits();
  const [pair, setPair] = useState<readonly [string, string]>(['', 'low-profile']);
  const shown = useSchools(plan, cards, pair);
  const figures = shown.map((answer) => (answer?.ok ? answer.figures : null));
  const better = (line: Line, i: number): boolean => {
    const [mine, other] = [figures[i], figures[1 - i]];
    if (!mine || !other || mine.days === 0 || other.days === 0) return false;
    return line.size !== undefined && line.size(mine) < line.size(other) * 0.98;
  };
  return (
    <Part title="Two schools for this mold">
      <div className="overflow-x-auto">
        <table className="text-sm" aria-label="Schools compared">
          <thead>
            <tr>
              <th className="muted pr-6 text-left text-xs font-normal">same plug, shop{plan.design ? ' and target' : ''}; ▸ the smaller</th>
              {pair.map((id, i) => (
                <th key={i === 0 ? 'left' : 'right'} className="pr-6 text-left font-normal">
                  <ChoiceCell
                    label={i === 0 ? 'First school' : 'Second school'}
                    showLabel={false}
                    value={id}
                    options={OPTIONS}
                    onChange={(next) => {
                      setPair(i === 0 ? [next, pair[1]] : [pair[0], next]);
                    }}
                  />
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {LINES.map((line) => (
              <tr key={line.name} className="hairline border-t">
                <td className="py-0.5 pr-6">{line.name}</td>
                {figures.map((one, i) => (
                  <td key={i === 0 ? 'left' : 'right'} className="num py-0.5 pr-6">
                    {better(line, i) ? '▸ ' : ''}
                    {one ? <span className="predicted">{line.text(one, units)}</span> : shown[i] ? '–' : '…'}
                  </td>
                ))}
              </tr>
            ))}
            <LimitsRow shown={shown} />
            {!readOnly && (
              <tr>
                <td />
                {pair.map((id, i) => {
                  const one = figures[i];
                  return (
                    <td key={i === 0 ? 'left' : 'right'} className="pt-1.5 pr-6">
                      {id !== '' && one && (
                        <button
                          type="button"
                          className="btn btn-xs"
                          onClick={() => {
                            onTake(one.plan);
                          }}
                        >
                          Lay it this way
                        </button>
                      )}
                    </td>
                  );
                })}
              </tr>
            )}
          </tbody>
        </table>
      </div>
      <p className="muted mt-1 text-xs">Bow and print are relative and uncalibrated; use them to compare, not to promise.</p>
    </Part>
  );
}

/** The worst limit of each, and how many stop it. */
function LimitsRow({ shown }: { shown: readonly (SchoolAnswer | undefined)[] }) {
  return (
    <tr className="hairline border-t">
      <td className="py-0.5 pr-6">Limits</td>
      {shown.map((answer, i) => (
        <td key={i === 0 ? 'left' : 'right'} className="py-0.5 pr-6">
          {answer?.ok === false && <span className="text-error">{answer.detail}</span>}
          {answer?.ok && (
            <>
              <LevelMark level={answer.figures.worst} size={13} /> {answer.figures.stops > 0 && <span className="num">{answer.figures.stops}</span>}
            </>
          )}
        </td>
      ))}
    </tr>
  );
}
