import { explainPot, type Explanation } from '@pentimento/core/explain';
import { smokes, type MixRow } from '@pentimento/core/mix';
import { changeLayer, type CardLibrary, type MeasureWay, type SectionPlan } from '@pentimento/core/plan';
import { momentText } from '@pentimento/core/shop-time';
import { layerCautions } from '@pentimento/core/cautions';
import { KELVIN } from '@pentimento/core/units';
import { useUnits } from '../../../shared/use-units';

const WIDTHS: readonly (readonly [head: string, width: string])[] = [
  ['Layer', 'w-[15%]'],
  ['Hardener', 'w-[12%]'],
  ['Pots', 'w-[13%]'],
  ['In each: resin', 'w-[9%]'],
  ['hardener', 'w-[10%]'],
  ['If by the shortcut', 'w-[14%]'],
  ['Use up in · pot life', 'w-[11%]'],
  ['Forgotten pot', 'w-[9%]'],
  ['Left over', 'w-[7%]'],
];

interface MixSessionProps {
  readonly plan: SectionPlan;
  readonly rows: readonly MixRow[];
  readonly library: CardLibrary;
  readonly measure: MeasureWay;
  readonly readOnly: boolean;
  readonly onEdit: (plan: SectionPlan) => void;
  readonly onExplain: (explanation: Explanation) => void;
}

/** One session's pots: so many of so much, hardener in each, time to use them up against their life. */
export function MixSession({ plan, rows, library, measure, readOnly, onEdit, onExplain }: MixSessionProps) {
  const units = useUnits();
  const [{ session, tempC }] = rows;
  const cautions = [...new Set(session.layers.flatMap((layer) => layerCautions(layer, library)))];
  return (
    <section aria-label={session.name} className="mb-6 break-inside-avoid">
      <div className="rule flex flex-wrap items-baseline gap-x-3 border-b">
        <h2 className="text-base font-semibold">{session.name}</h2>
        <span className="num muted text-sm">
          {momentText(plan.startDate, session.startMin)} · shop {units.text('temperature', tempC)}
        </span>
      </div>
      <div className="overflow-x-auto">
        <table className="mt-1 w-full min-w-[54rem] table-fixed text-sm">
          <colgroup>
            {WIDTHS.map(([head, width]) => (
              <col key={head} className={width} />
            ))}
          </colgroup>
          <thead>
            <tr className="muted text-left text-xs">
              {WIDTHS.map(([head]) => (
                <th key={head} className="pr-3 font-normal">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <PotRow
                key={row.layer.id}
                row={row}
                tempC={tempC}
                measure={measure}
                readOnly={readOnly}
                onCatalyst={(catalystPct) => {
                  onEdit(row.layers.reduce((rest, { id }) => changeLayer(rest, id, { catalystPct }), plan));
                }}
                onExplain={onExplain}
              />
            ))}
          </tbody>
        </table>
      </div>
      <ul className="border-warning mt-1 border-l-4 pl-3 text-sm" aria-label={`Cautions, ${session.name}`}>
        {cautions.map((caution) => (
          <li key={caution}>{caution}</li>
        ))}
      </ul>
    </section>
  );
}

interface PotRowProps {
  readonly row: MixRow;
  readonly tempC: number;
  readonly measure: MeasureWay;
  readonly readOnly: boolean;
  readonly onCatalyst: (pct: number) => void;
  readonly onExplain: (explanation: Explanation) => void;
}

/** One resin's pots. */
function PotRow({ row, tempC, measure, readOnly, onCatalyst, onExplain }: PotRowProps) {
  const units = useUnits();
  const { card, dose, pot } = row;
  const grams = (g: number): string => units.text('potMass', g);
  // Syringes and small scales read milliliters and grams everywhere.
  const volume = `${dose.hardenerMl.toFixed(1)} ml`;
  const small = units.system === 'us' && dose.hardenerG < 453 ? ` = ${dose.hardenerG.toFixed(1)} g` : '';
  const [main, other] = measure === 'weight' ? [grams(dose.hardenerG), volume] : [volume, grams(dose.hardenerG)];
  return (
    <tr className="hairline border-t align-top">
      <td className="py-1 pr-3">
        <span className="font-semibold">{row.name}</span>
        <span className="muted block text-xs">
          {card.name} + {row.hardener}
        </span>
        {row.viscosity.paS !== null && (
          <span className="muted num block text-xs">
            about {row.viscosity.paS.toFixed(row.viscosity.paS < 10 ? 2 : 0)} Pa·s at {units.text('temperature', tempC)}
          </span>
        )}
        {row.degasMin > 0 && <span className="block text-xs">{row.degasMin} min under vacuum, in a pot twice as high</span>}
      </td>
      <HardenerCell row={row} tempC={tempC} readOnly={readOnly} onCatalyst={onCatalyst} />
      <td className="num py-1 pr-3 whitespace-nowrap">
        <span className="text-base font-semibold">
          {row.pots} × {grams(row.potG)}
        </span>
        <span className="muted block text-xs">in {grams(row.containerG)}</span>
        {row.spray && row.spray.passes > 1 && (
          <span className="muted block text-xs whitespace-normal">
            {row.spray.passes} passes of {units.text('film', row.spray.filmUm)}, {row.spray.flashMin} min between
          </span>
        )}
      </td>
      <td className="num py-1 pr-3">
        {grams(dose.resinG)}
        {row.added.map(({ name, grams: mass }) => (
          <span key={name} className="muted block text-xs">
            + {grams(mass)} {name}
          </span>
        ))}
      </td>
      <td className="num py-1 pr-3 whitespace-nowrap">
        <span className="font-semibold">{main}</span>
        <span className="muted block text-xs whitespace-normal">
          {small} = {other}
        </span>
      </td>
      <td className="num py-1 pr-3">
        {Math.abs(dose.shortcutError) < 0.005 ? (
          'no error'
        ) : (
          <span className={Math.abs(dose.shortcutError) > 0.05 ? 'text-error' : ''}>
            {dose.shortcutError > 0 ? '+' : '−'}
            {Math.abs(dose.shortcutError * 100).toFixed(0)} % hardener
          </span>
        )}
        <span className="muted block text-xs">{dose.shortcut}</span>
      </td>
      <LifeCell row={row} tempC={tempC} onExplain={onExplain} />
      <td className={`num py-1 pr-3 ${smokes(row) ? 'text-error' : ''}`}>
        {units.text('temperature', pot.peakC)}
        {smokes(row) && ' smokes'}
      </td>
      <td className="num py-1">{grams(row.leftG)}</td>
    </tr>
  );
}

/** How much hardener, and what the shop's temperature asks for. */
function HardenerCell({ row, tempC, readOnly, onCatalyst }: Pick<PotRowProps, 'row' | 'tempC' | 'readOnly' | 'onCatalyst'>) {
  const units = useUnits();
  const { layer, dose, advice } = row;
  // What the scale cannot tell apart is not suggested.
  const far = Math.max(0.051, row.weighedPct);
  const suggests = advice && layer.catalystPct !== null && Math.abs(advice.pct - layer.catalystPct) > far ? advice.pct : null;
  return (
    <td className="num py-1 pr-3">
      {dose.fixed ? (
        <>
          fixed ratio<span className="muted block text-xs">never adjusted</span>
        </>
      ) : (
        <>
          {layer.catalystPct?.toFixed(2)} %
          {suggests !== null && (
            <button
              type="button"
              disabled={readOnly}
              className="block text-left text-xs underline print:hidden"
              onClick={() => {
                onCatalyst(suggests);
              }}
            >
              {units.text('temperature', tempC)} asks for {suggests.toFixed(2)} %
            </button>
          )}
        </>
      )}
    </td>
  );
}

/** Time to use a pot up against its life. */
function LifeCell({ row, tempC, onExplain }: Pick<PotRowProps, 'row' | 'tempC' | 'onExplain'>) {
  const { layer, card, dose, pot } = row;
  return (
    <td className="num py-1 pr-3">
      <button
        type="button"
        className={`text-left underline decoration-dotted underline-offset-2 ${row.tooFast ? 'text-error' : ''}`}
        onClick={() => {
          onExplain(
            explainPot(
              card,
              { massKg: row.potG / 1000, startC: tempC, catalystPct: dose.fixed ? null : layer.catalystPct },
              { gelS: pot.lifeMin === null ? null : pot.lifeMin * 60, peakK: pot.peakC + KELVIN },
            ),
          );
        }}
      >
        <span className="predicted">{row.useMin.toFixed(0)} min</span> · {pot.lifeMin === null ? '> 6 h' : `${pot.lifeMin.toFixed(0)} min`}
      </button>
      {row.sprayMin !== null && <span className="muted block text-xs">sprayed in {row.sprayMin.toFixed(1)} min</span>}
    </td>
  );
}
