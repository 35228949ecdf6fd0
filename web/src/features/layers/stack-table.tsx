import { explainMixed, explainThickness, type Explanation } from '@pentimento/core/explain';
import type { ResinCard } from '@pentimento/core/materials';
import {
  addLayer,
  addSession,
  changeLayer,
  filmRange,
  laminateFields,
  layerBuild,
  layerFields,
  moveSession,
  rangeOf,
  removeLayer,
  sessionFields,
  type CardLibrary,
  type SectionPlan,
  type PlanLayer,
  type PlanSession,
} from '@pentimento/core/plan';
import { laidAreaM2 } from '@pentimento/core/plan';
import { laidMasses } from '@pentimento/core/stack';
import { Plus, Trash2 } from 'lucide-react';
import { memo } from 'react';
import { cells } from '../../shared/cells';
import { ClockCell } from '../../shared/clock-cell';
import { UnitCell } from '../../shared/unit-cell';
import { useUnits } from '../../shared/use-units';
import { filmLayer, laminateLayer } from './new-layer';
import { newId } from '../../shared/new-id';

interface StackTableProps {
  readonly plan: SectionPlan;
  readonly cards: CardLibrary;
  readonly readOnly: boolean;
  readonly onEdit: (plan: SectionPlan) => void;
  readonly onExplain: (explanation: Explanation) => void;
}

/** The stack as a table, plug side first: everything about a layer can be changed here. */
export const StackTable = memo(function StackTable({ plan, cards, readOnly, onEdit, onExplain }: StackTableProps) {
  const units = useUnits();
  const total = plan.sessions.flatMap((s) => s.layers).reduce((sum, layer) => sum + layerBuild(layer, cards).thicknessM * 1000, 0);
  const nextNumber = plan.sessions.length + 1;
  return (
    <fieldset disabled={readOnly} className="min-w-0 overflow-x-auto">
      <table className="w-full min-w-[56rem] border-collapse text-sm">
        <caption className="sr-only">Stack, plug side first</caption>
        <thead>
          <tr className="rule border-b text-left">
            {['Session', 'Layer', 'Resin', 'Catalyst', 'Film or plies', 'Resin:glass'].map((head) => (
              <th key={head} className="px-2 py-1 font-semibold">
                {head}
              </th>
            ))}
            <th className="px-2 py-1 text-right font-semibold">Thick</th>
            <th className="px-2 py-1 text-right font-semibold">Mix</th>
            <th>
              <span className="sr-only">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {plan.sessions.map((session, s) =>
            session.layers.map((layer, i) => (
              <tr key={layer.id} className={`hairline ${i === session.layers.length - 1 ? 'border-b' : ''}`}>
                {i === 0 && (
                  <td rowSpan={session.layers.length} className="px-2 py-1 align-top">
                    <SessionCell plan={plan} session={session} index={s} onEdit={onEdit} />
                  </td>
                )}
                <LayerCells plan={plan} layer={layer} cards={cards} onEdit={onEdit} onExplain={onExplain} />
              </tr>
            )),
          )}
        </tbody>
        <tfoot>
          <tr>
            <td colSpan={6} className="px-2 py-2">
              <button
                type="button"
                className="btn btn-xs"
                onClick={() => {
                  onEdit(
                    addSession(plan, {
                      id: newId(),
                      name: `Session ${String(nextNumber)}`,
                      layers: [plan.sessions.length === 0 ? filmLayer() : laminateLayer()],
                    }),
                  );
                }}
              >
                <Plus size={14} aria-hidden /> Session
              </button>
            </td>
            <td className="num px-2 text-right font-semibold whitespace-nowrap">{units.text('thickness', total)}</td>
            <td colSpan={2} className="muted px-2 text-right text-xs">
              over {units.text('area', plan.areaM2)}, with transfer loss
            </td>
          </tr>
        </tfoot>
      </table>
    </fieldset>
  );
});

function SessionCell({
  plan,
  session,
  index,
  onEdit,
}: {
  plan: SectionPlan;
  session: PlanSession;
  index: number;
  onEdit: (plan: SectionPlan) => void;
}) {
  return (
    <div className="leading-tight">
      <span className="font-semibold">{session.name}</span>
      <div className="mt-0.5">
        <ClockCell
          label={`Start of ${session.name}`}
          showLabel={false}
          valueMin={session.startMin}
          startDate={plan.startDate}
          minMin={0}
          maxMin={rangeOf(sessionFields.startMin).max}
          onChange={(startMin) => {
            onEdit(moveSession(plan, index, startMin));
          }}
        />
      </div>
      <button
        type="button"
        className="link muted min-h-6 text-xs"
        onClick={() => {
          onEdit(addLayer(plan, session.id, laminateLayer()));
        }}
      >
        + layer<span className="sr-only"> on {session.name}</span>
      </button>
    </div>
  );
}

function LayerCells({
  plan,
  layer,
  cards,
  onEdit,
  onExplain,
}: {
  plan: SectionPlan;
  layer: PlanLayer;
  cards: CardLibrary;
  onEdit: (plan: SectionPlan) => void;
  onExplain: (explanation: Explanation) => void;
}) {
  const units = useUnits();
  const card = cards.resins.get(layer.cardId);
  const change = (part: Partial<PlanLayer>): void => {
    onEdit(changeLayer(plan, layer.id, part));
  };
  const cell = cells(layerFields, layer, change);
  const { thicknessM } = layerBuild(layer, cards);
  const masses = laidMasses(layer, plan, cards);
  return (
    <>
      <td className="px-2 py-1 align-top">{cell('name', { label: 'Layer name', showLabel: false, width: 'w-28' })}</td>
      <td className="px-2 py-1 align-top">
        <ResinSelect layer={layer} cards={cards} onChange={change} />
        <span className="muted block text-xs">{card ? cardStanding(card) : 'card missing'}</span>
      </td>
      <td className="px-2 py-1 align-top">
        {layer.catalystPct === null ? (
          <span className="muted">fixed ratio</span>
        ) : (
          <>
            {cell('catalystPct', { label: `Catalyst of ${layer.name}`, showLabel: false, width: 'w-14' })}
            {card?.limits.catalyst && (
              <span className="muted num block text-xs">
                {card.limits.catalyst.minPct}–{card.limits.catalyst.maxPct}
              </span>
            )}
          </>
        )}
      </td>
      <AmountCells layer={layer} change={change} />
      <td className="num px-2 py-1 text-right align-top whitespace-nowrap">
        <HowButton
          name={`Thickness of ${layer.name}`}
          onPress={() => {
            onExplain(explainThickness(layer, cards));
          }}
        >
          {layer.wetFilmUm === null ? units.text('thickness', thicknessM * 1000) : units.text('film', layer.wetFilmUm)}
        </HowButton>
      </td>
      <td className="num px-2 py-1 text-right align-top whitespace-nowrap">
        <HowButton
          name={`Mix for ${layer.name}`}
          onPress={() => {
            onExplain(explainMixed(layer, laidAreaM2(layer, plan), cards));
          }}
        >
          {units.text('mass', masses.mixedKg)}
        </HowButton>
      </td>
      <td className="px-1 py-1 align-top">
        <button
          type="button"
          className="btn btn-ghost btn-xs"
          aria-label={`Remove ${layer.name}`}
          onClick={() => {
            onEdit(removeLayer(plan, layer.id));
          }}
        >
          <Trash2 size={14} aria-hidden />
        </button>
      </td>
    </>
  );
}

function ResinSelect({ layer, cards, onChange }: { layer: PlanLayer; cards: CardLibrary; onChange: (part: Partial<PlanLayer>) => void }) {
  return (
    <select
      aria-label={`Resin of ${layer.name}`}
      className="hairline bg-base-100 h-7 max-w-44 border"
      value={layer.cardId}
      onChange={(event) => {
        const chosen = cards.resins.get(event.target.value);
        onChange({ cardId: event.target.value, catalystPct: chosen?.limits.catalyst?.typicalPct ?? null });
      }}
    >
      {[...cards.resins.values()].map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </select>
  );
}

function AmountCells({ layer, change }: { layer: PlanLayer; change: (part: Partial<PlanLayer>) => void }) {
  const { laminate, wetFilmUm, name } = layer;
  if (laminate === null) {
    return (
      <>
        <td className="px-2 py-1 align-top">
          {layer.role === 'core' ? (
            <UnitCell
              label={`Thickness of ${name}`}
              showLabel={false}
              quantity="thickness"
              value={(wetFilmUm ?? 0) / 1000}
              range={{ min: filmRange.core.min / 1000, max: filmRange.core.max / 1000 }}
              onChange={(mm) => {
                change({ wetFilmUm: mm * 1000 });
              }}
            />
          ) : (
            cells(layerFields, layer, change)('wetFilmUm', { label: `Wet film of ${name}`, showLabel: false, range: filmRange.coat })
          )}
        </td>
        <td className="muted px-2 py-1 align-top">{layer.role === 'core' ? 'core' : 'film'}</td>
      </>
    );
  }
  const cell = cells(laminateFields, laminate, (next) => {
    change({ laminate: next });
  });
  return (
    <>
      <td className="px-2 py-1 align-top whitespace-nowrap">
        {cell('plies', { label: `Plies of ${name}`, showLabel: false, unit: '×', width: 'w-12' })}{' '}
        {cell('glassGsm', { label: `Areal weight of ${name}`, showLabel: false })}
      </td>
      <td className="px-2 py-1 align-top whitespace-nowrap">
        {cell('resinToGlass', { label: `Resin to glass of ${name}`, showLabel: false, width: 'w-14' })}
      </td>
    </>
  );
}

/** A computed number that opens how it came about. */
function HowButton({ name, onPress, children }: { name: string; onPress: () => void; children: string }) {
  return (
    <button
      type="button"
      className="hover:bg-base-200 underline decoration-dotted underline-offset-2"
      aria-label={`${name}: ${children}, how it came about`}
      onClick={onPress}
    >
      {children}
    </button>
  );
}

/** How far a card can be trusted, in a few words. */
function cardStanding({ sheet, version }: ResinCard): string {
  const { origin } = sheet.values.H;
  const words = { assumed: 'assumed', literature: 'from literature', 'data sheet': 'from the sheet', 'own test': 'own cup test' };
  return `card v${String(version)}, heat ${words[origin]}`;
}
