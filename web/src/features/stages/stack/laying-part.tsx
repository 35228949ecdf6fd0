import {
  goesOf,
  isInfused,
  layingOrder,
  layingSeconds,
  mostOf,
  OVER_ALL_M2,
  peopleAt,
  placesApartSeconds,
  sessionFields,
  type CardLibrary,
  type SectionPlan,
  type PlanSession,
} from '@pentimento/core/plan';
import { clockText } from '@pentimento/core/shop-time';
import { cells } from '../../../shared/cells';
import { NamesCell } from '../../../shared/names-cell';
import { Part } from '../../../shared/fields';

interface LayingPartProps {
  readonly plan: SectionPlan;
  readonly library: CardLibrary;
  readonly onEdit: (plan: SectionPlan) => void;
}

const SAID = ['people', 'order', 'patchM2', 'plyMin', 'resinC'] as const;

/** How each session is laid: by whom, in which order, how long a ply takes; and what that means for the first- and the last-laid place. */
export function LayingPart({ plan, library, onEdit }: LayingPartProps) {
  if (plan.sessions.length === 0) return null;
  return (
    <Part title="Laying takes time">
      <p className="muted mb-2 text-xs">
        Up to {OVER_ALL_M2} m² each ply goes over all before the next, above patch by patch, unless you say otherwise. The minutes of a ply come from
        the labor table until you say them; 0 is all at once. Limits hold at the place laid first and at the one laid last.
      </p>
      <div className="overflow-x-auto">
        <table className="w-full text-sm">
          <thead>
            <tr className="muted text-left text-xs">
              {['Session', 'People', 'Who', 'Laid', 'Patch', 'A ply takes', 'Resin', ''].map((heading) => (
                <th key={heading} className="py-1 pr-4 font-normal">
                  {heading}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {plan.sessions.map((session) => (
              <Laying
                key={session.id}
                session={session}
                plan={plan}
                library={library}
                onChange={(next) => {
                  onEdit({ ...plan, sessions: plan.sessions.map((one) => (one.id === next.id ? next : one)) });
                }}
              />
            ))}
          </tbody>
        </table>
      </div>
    </Part>
  );
}

interface LayingProps {
  readonly session: PlanSession;
  readonly plan: SectionPlan;
  readonly library: CardLibrary;
  readonly onChange: (session: PlanSession) => void;
}

function Laying({ session, plan, library, onChange }: LayingProps) {
  const { order, patchM2 } = layingOrder(session, plan);
  const wholeS = layingSeconds(session, plan, library);
  const plies = session.layers.reduce((sum, layer) => sum + goesOf(layer, library), 0);
  const infused = session.layers.some((layer) => isInfused(layer, library));
  const shown = {
    ...session,
    people: peopleAt(session, plan),
    order,
    patchM2,
    plyMin: session.plyMin ?? Math.round(wholeS / 60 / Math.max(1, plies)),
    resinC: session.resinC ?? plan.climate.meanC,
  };
  const cell = cells(sessionFields, shown, (next) => {
    // Only what was said, so that the rest still follows the plan.
    const said = SAID.filter((key) => next[key] !== shown[key]);
    onChange({ ...session, ...Object.fromEntries(said.map((key) => [key, next[key]])) });
  });
  const apartS = placesApartSeconds(session, plan, library);
  return (
    <tr className="hairline border-t">
      <th scope="row" className="max-w-40 py-1 pr-4 text-left break-words">
        {session.name}
      </th>
      <td className="py-1 pr-4">{cell('people', { label: `People at ${session.name}`, showLabel: false, width: 'w-14' })}</td>
      <td className="py-1 pr-4">
        <NamesCell
          label={`Who lays ${session.name}`}
          showLabel={false}
          names={session.who ?? []}
          placeholder={(plan.mix?.crew ?? []).join(', ')}
          most={mostOf(sessionFields.who)}
          onChange={(who) => {
            onChange({ ...session, who: who.length === 0 ? undefined : who });
          }}
        />
      </td>
      <td className="py-1 pr-4">{infused ? 'under vacuum' : cell('order', { label: `Order of ${session.name}`, showLabel: false })}</td>
      <td className="py-1 pr-4">
        {!infused && order === 'patch by patch' && cell('patchM2', { label: `Patch of ${session.name}`, showLabel: false, width: 'w-16' })}
      </td>
      <td className="py-1 pr-4">{cell('plyMin', { label: `A ply of ${session.name} takes`, showLabel: false, width: 'w-16' })}</td>
      <td className="py-1 pr-4">{cell('resinC', { label: `Resin of ${session.name} as laid`, showLabel: false, width: 'w-16' })}</td>
      <td className="muted py-1">
        {session.plyMin === undefined ? (infused ? 'fills by its flow; ' : 'from the labor table; ') : ''}
        {wholeS < 60
          ? 'all at once'
          : `laid by ${clockText(session.startMin * 60 + wholeS)}, first and last place ${(apartS / 60).toFixed(0)} min apart`}
      </td>
    </tr>
  );
}
