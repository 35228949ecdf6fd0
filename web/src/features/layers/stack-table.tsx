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
import { ChevronDown, ChevronRight, Plus, Trash2 } from 'lucide-react';
import { memo, useState } from 'react';
import { cells } from '../../shared/cells';
import { ClockCell } from '../../shared/clock-cell';
import { UnitCell } from '../../shared/unit-cell';
import { useUnits } from '../../shared/use-units';
import { LayerDetails } from './layer-details';
import { filmLayer, laminateLayer } from './new-layer';
import { newId } from '../../shared/new-id';

interface StackTableProps {
  readonly plan: SectionPlan;
  readonly cards: CardLibrary;
  readonly readOnly: boolean;
  readonly onEdit: (plan: SectionPlan) => void;
  readonly onExplain: (explanation: Explanation) => void;
}

const HEADS = ['Layer', 'Resin', 'Catalyst', 'Film or plies', 'Resin:glass'] as const;
const COLUMNS = HEADS.length + 4;

/** The stack as a table, plug side first: a line for each layer under its session's head, everything else about a layer on demand. */
export const StackTable = memo(function StackTable({ plan, cards, readOnly, onEdit, onExplain }: StackTableProps) {
  const units = useUnits();
  const [open, setOpen] = useState<ReadonlySet<string>>(new Set());
  const total = plan.sessions.flatMap((s) => s.layers).reduce((sum, layer) => sum + layerBuild(layer, cards).thicknessM * 1000, 0);
  const nextNumber = plan.sessions.length + 1;
  const toggle = (id: string): void => {
    setOpen((before) => new Set(before.has(id) ? [...before].filter((other) => other !== id) : [...before, id]));
  };
  return (
    <fieldset disabled={readOnly} className="min-w-0 overflow-x-auto">
      <table className="w-full min-w-[56rem] border-collapse text-sm">
        <caption className="sr-only">Stack, plug side first</caption>
        <thead>
          <tr className="rule border-b text-left">
            <th className="w-7">
              <span className="sr-only">Details</span>
            </th>
            {HEADS.map((head) => (
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
        {plan.sessions.map((session, s) => (
          <tbody key={session.id}>
            <tr className="bg-base-200 hairline border-t">
              <td colSpan={COLUMNS} className="px-2 py-0.5">
                <SessionHead plan={plan} session={session} index={s} onEdit={onEdit} />
              </td>
            </tr>
            {session.layers.map((layer) => (
              <LayerRows
                key={layer.id}
                plan={plan}
                layer={layer}
                cards={cards}
                open={open.has(layer.id)}
                onToggle={() => {
                  toggle(layer.id);
                }}
                onEdit={onEdit}
                onExplain={onExplain}
              />
            ))}
          </tbody>
        ))}
        <tfoot>
          <tr className="rule border-t">
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

interface SessionHeadProps {
  readonly plan: SectionPlan;
  readonly session: PlanSession;
  readonly index: number;
  readonly onEdit: (plan: SectionPlan) => void;
}

function SessionHead({ plan, session, index, onEdit }: SessionHeadProps) {
  return (
    <span className="flex flex-wrap items-center gap-x-4">
      <span className="min-w-28 font-semibold">{session.name}</span>
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
      <button
        type="button"
        className="link muted min-h-6 text-xs"
        onClick={() => {
          onEdit(addLayer(plan, session.id, laminateLayer()));
        }}
      >
        + layer<span className="sr-only"> on {session.name}</span>
      </button>
    </span>
  );
}

interface LayerRowsProps extends Omit<StackTableProps, 'readOnly'> {
  readonly layer: PlanLayer;
  readonly open: boolean;
  readonly onToggle: () => void;
}

/** One line of a layer, and under it how it is put on, once somebody asks. */
function LayerRows({ plan, layer, cards, open, onToggle, onEdit, onExplain }: LayerRowsProps) {
  const units = useUnits();
  const card = cards.resins.get(layer.cardId);
  const change = (part: Partial<PlanLayer>): void => {
    onEdit(changeLayer(plan, layer.id, part));
  };
  const cell = cells(layerFields, layer, change);
  const { thicknessM } = layerBuild(layer, cards);
  const masses = laidMasses(layer, plan, cards);
  const range = card?.limits.catalyst;
  return (
    <>
      <tr className="hairline border-t">
        <td className="py-0.5 pl-1">
          <button
            type="button"
            className="btn btn-ghost btn-xs px-1"
            aria-expanded={open}
            aria-label={`How ${layer.name} is put on`}
            onClick={onToggle}
          >
            {open ? <ChevronDown size={14} aria-hidden /> : <ChevronRight size={14} aria-hidden />}
          </button>
        </td>
        <td className="px-2 py-0.5">{cell('name', { label: 'Layer name', showLabel: false, width: 'w-32' })}</td>
        <td className="px-2 py-0.5">
          <ResinSelect layer={layer} cards={cards} onChange={change} />
        </td>
        <td className="px-2 py-0.5 whitespace-nowrap" title={range ? `${String(range.minPct)} to ${String(range.maxPct)} %` : undefined}>
          {layer.catalystPct === null ? (
            <span className="muted">fixed ratio</span>
          ) : (
            cell('catalystPct', { label: `Catalyst of ${layer.name}`, showLabel: false, width: 'w-14' })
          )}
        </td>
        <AmountCells layer={layer} change={change} />
        <td className="num px-2 py-0.5 text-right whitespace-nowrap">
          <HowButton
            name={`Thickness of ${layer.name}`}
            onPress={() => {
              onExplain(explainThickness(layer, cards));
            }}
          >
            {layer.wetFilmUm === null ? units.text('thickness', thicknessM * 1000) : units.text('film', layer.wetFilmUm)}
          </HowButton>
        </td>
        <td className="num px-2 py-0.5 text-right whitespace-nowrap">
          <HowButton
            name={`Mix for ${layer.name}`}
            onPress={() => {
              onExplain(explainMixed(layer, laidAreaM2(layer, plan), cards));
            }}
          >
            {units.text('mass', masses.mixedKg)}
          </HowButton>
        </td>
        <td className="px-1 py-0.5">
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
      </tr>
      {open && (
        <tr>
          <td />
          <td colSpan={COLUMNS - 1} className="px-2 pb-2">
            <LayerDetails plan={plan} layer={layer} library={cards} onEdit={onEdit} />
            <p className="muted num text-xs">
              {card ? cardStanding(card) : 'card missing'}
              {range && `; catalyst ${String(range.minPct)} to ${String(range.maxPct)} %, ${String(range.typicalPct)} usual`}
            </p>
          </td>
        </tr>
      )}
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
        <td className="px-2 py-0.5">
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
        <td className="muted px-2 py-0.5">{layer.role === 'core' ? 'core' : 'film'}</td>
      </>
    );
  }
  const cell = cells(laminateFields, laminate, (next) => {
    change({ laminate: next });
  });
  return (
    <>
      <td className="px-2 py-0.5 whitespace-nowrap">
        {cell('plies', { label: `Plies of ${name}`, showLabel: false, unit: '×', width: 'w-12' })}{' '}
        {cell('glassGsm', { label: `Areal weight of ${name}`, showLabel: false })}
      </td>
      <td className="px-2 py-0.5 whitespace-nowrap">
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
