import type { PlanDocument } from '@pentimento/core/plan';
import { useCallback, useState } from 'react';
import type { Card } from '../../../../api/api';
import { LevelMark } from '../../../../shared/level-mark';
import { useAnswer, type Helper } from '../../../../shared/helper';
import { Loading } from '../../../../shared/states';
import { useUnits } from '../../../../shared/use-units';
import { makePlanner } from './make-planner';
import type { PlanningService, WhatIfAnswer } from './planning.worker';

/** What a plan survives, and what becomes of it when something comes otherwise. */
export function WhatIfPanel({ document, cards }: { document: PlanDocument; cards: readonly Card[] }) {
  const [asked, setAsked] = useState<PlanDocument | null>(null);
  const question = useCallback(
    async (helper: Helper<PlanningService>): Promise<WhatIfAnswer> =>
      helper.ask((service) => service.whatIf(document), { key: cards, tell: (service) => service.setCards(cards) }),
    [document, cards],
  );
  const answer = useAnswer<PlanningService, WhatIfAnswer>(makePlanner, asked === document ? question : null);
  return (
    <div className="space-y-3 px-4 py-3 text-sm">
      {asked !== document && (
        <button
          type="button"
          className="btn btn-primary btn-sm"
          onClick={() => {
            setAsked(document);
          }}
        >
          Try what may come
        </button>
      )}
      {asked === document && answer.state === 'waiting' && <Loading what="what may come" />}
      {answer.state === 'failed' && (
        <p role="alert" className="text-error">
          {answer.detail}
        </p>
      )}
      {asked === document && answer.state === 'there' && (
        <>
          <Survives document={document} answer={answer.value} />
          <Tried answer={answer.value} />
        </>
      )}
    </div>
  );
}

/** How late each session may be, drawn as slack behind its pin. */
function Survives({ document, answer: { survival } }: { document: PlanDocument; answer: WhatIfAnswer }) {
  const units = useUnits();
  if (!survival) return <p>Something stops this plan as it is: put that right first, then see what it survives.</p>;
  const rows = document.sections.flatMap(({ name: section, sessions }) =>
    sessions.map(({ id, name }) => ({ id, name: document.sections.length > 1 ? `${section}: ${name}` : name, late: survival.lateMin.get(id) ?? 0 })),
  );
  const most = 240;
  return (
    <section aria-label="What it survives" className="space-y-1">
      <h3 className="font-semibold">What it survives</h3>
      <p>
        The shop {survival.colderK === 0 ? 'no colder' : `${units.text('temperatureDifference', survival.colderK)} colder`} and{' '}
        {survival.warmerK === 0 ? 'no warmer' : `${units.text('temperatureDifference', survival.warmerK)} warmer`} than planned. Each session late by
        itself:
      </p>
      <ul className="grid gap-x-6 gap-y-0.5 sm:grid-cols-2">
        {rows.map(({ id, name, late }) => (
          <li key={id} className="flex items-center gap-2">
            <span className="w-44 truncate">{name}</span>
            <svg viewBox="0 0 120 12" className="h-3 w-32" aria-hidden>
              <line x1={4} x2={4} y1={0} y2={12} stroke="currentColor" strokeWidth={2} />
              <path d="M0 0h8l-4 5z" fill="currentColor" />
              <line x1={4} x2={4 + (late / most) * 112} y1={8} y2={8} stroke="currentColor" strokeWidth={4} opacity={0.45} />
            </svg>
            <span className="num">
              {late === 0
                ? 'not at all'
                : late >= most
                  ? `${String(most / 60)} h and more`
                  : late < 60
                    ? `${String(late)} min`
                    : `${(late / 60).toFixed(late % 60 === 0 ? 0 : 2)} h`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Tried({ answer: { level, tried } }: { answer: WhatIfAnswer }) {
  const units = useUnits();
  return (
    <section aria-label="Otherwise" className="space-y-1">
      <h3 className="font-semibold">What if</h3>
      <ul className="space-y-1">
        {tried.map(({ id, words, level: then, changed }) => (
          <li key={id} className="hairline border-t pt-1">
            <span className="font-semibold">{units.fill(words)}</span>: <LevelMark level={level} size={13} /> → <LevelMark level={then} size={13} />
            {changed.slice(0, 4).map((one) => (
              <span key={`${one.section} ${one.id}`} className="muted block pl-4">
                {one.line}
              </span>
            ))}
            {changed.length > 4 && <span className="muted block pl-4">and {changed.length - 4} more</span>}
            {changed.length === 0 && <span className="muted block pl-4">no limit changes its mark</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}
