import { HeadRow } from '../../../shared/head-row';
import { kitSvg, takeOffAmount, takeOffCsv, type FabricKit, type TakeOffLine } from '@pentimento/core/kit';
import { DEFAULT_KIT, kitFields, type KitPlan } from '@pentimento/core/plan';
import { words } from '@pentimento/core/units';
import { Download } from 'lucide-react';
import { useCallback } from 'react';
import { cells } from '../../../shared/cells';
import { FlagCell, Part } from '../../../shared/fields';
import { useAnswer, type Helper } from '../../../shared/helper';
import { Loading } from '../../../shared/states';
import { makeSimulation } from '../../simulation/make-worker';
import type { SimulationService } from '../../simulation/simulation.worker';
import { saveFile } from '../../../shared/save-file';
import { useUnits } from '../../../shared/use-units';
import { StageFrame } from '../../stage/stage-frame';
import type { StageProps } from '../../stage/stage-props';
import { pieceNumbers, RollDrawing } from './roll-drawing';

const NOTHING = { kits: [], lines: [], whole: [] } as const;

/** Pieces of every ply, laid on the roll; templates at true size; and everything to have on the bench. */
export function KitStage({ build, plan, document, section, cards, readOnly, onEdit, objections }: StageProps) {
  const kit = plan.kit ?? DEFAULT_KIT;
  const change = (next: KitPlan): void => {
    onEdit({ ...plan, kit: next });
  };
  const cell = cells(kitFields, kit, change);
  const question = useCallback(
    (helper: Helper<SimulationService>) =>
      helper.ask((service) => service.kit(document, section.id), { key: cards, tell: (service) => service.setCards(cards) }),
    [document, section.id, cards],
  );
  const answer = useAnswer(makeSimulation, question);
  const cut = answer.state === 'waiting' ? answer.before : answer.state === 'there' ? answer.value : null;
  const problem = answer.state === 'failed' ? answer.detail : cut?.ok === false ? cut.detail : null;
  const { kits, lines, whole } = cut?.ok ? cut : NOTHING;
  const laminates = plan.sessions.some(({ layers }) => layers.some(({ laminate }) => laminate !== null));
  return (
    <StageFrame name="Kit" objections={objections} readOnly={false}>
      {/* Only how it is cut: drawings and lists of a finished build may still be taken along. */}
      <fieldset disabled={readOnly} className="mb-5 flex flex-wrap items-start gap-x-5 gap-y-2 text-sm">
        {cell('edge')}
        {cell('overlapMm')}
        {cell('staggerMm')}
        {cell('longestPieceMm', { width: 'w-20' })}
        {cell('wastePct', { width: 'w-14' })}
        <span className="pt-5">{cell('turnMat')}</span>
        <span className="pt-5">
          <FlagCell
            label="Pieces narrower than the roll"
            value={kit.widestPieceMm !== undefined}
            onChange={(on) => {
              change({ ...kit, widestPieceMm: on ? 600 : undefined });
            }}
          />
        </span>
        {cell('widestPieceMm', { width: 'w-20' })}
        <span className="pt-5">
          <FlagCell
            label="One roll width for all"
            value={kit.rollWidthMm !== null}
            onChange={(on) => {
              change({ ...kit, rollWidthMm: on ? 1250 : null });
            }}
          />
        </span>
        {cell('rollWidthMm', { width: 'w-20' })}
      </fieldset>
      {!laminates && <p className="hairline mb-5 border border-dashed p-6">No plies yet: there is nothing to cut. Start under Stack.</p>}
      {cut === null && problem === null && laminates && <Loading what="the pieces" />}
      {problem !== null && (
        <p role="alert" className="text-error">
          {problem}
        </p>
      )}
      {kits.map((one) => (
        <FabricPart key={one.fabricId} kit={one} build={build.name} />
      ))}
      {lines.length > 0 && <TakeOffPart title="Take-off, with the shop’s waste" lines={lines} build={build.name} />}
      {whole.length > 0 && <TakeOffPart title="Take-off of the whole mold" lines={whole} build={`${build.name} whole`} />}
      <p className="muted text-xs">
        Torn edges feather into each other; a cut edge ridges and is butted. Glass dust and fiber: gloves, long sleeves, respirator when it flies.
      </p>
    </StageFrame>
  );
}

function FabricPart({ kit, build }: { kit: FabricKit; build: string }) {
  const units = useUnits();
  const { name, plies, roll, takeM } = kit;
  const file = `${build} ${name}`.replace(/[^\p{L}\p{N}]+/gu, '-');
  const numbers = pieceNumbers(roll);
  const pieces = plies.reduce((sum, ply) => sum + ply.pieces.length, 0);
  return (
    <Part
      title={name}
      aside={
        <span className="num text-sm">
          {plies.length} plies · {pieces} pieces · take <span className="font-semibold">{units.text('length', takeM)}</span> of{' '}
          {units.text('thickness', roll.rollWidthMm)} · waste {(roll.waste * 100).toFixed(0)} %
        </span>
      }
    >
      <RollDrawing name={name} roll={roll} />
      <div className="mt-1 flex gap-1.5">
        <button
          type="button"
          className="btn btn-xs"
          onClick={() => {
            saveFile(`${file}.svg`, kitSvg(`${build}, ${name}`, roll), 'image/svg+xml');
          }}
        >
          <Download size={12} aria-hidden /> SVG, true size
        </button>
        <button
          type="button"
          className="btn btn-xs"
          onClick={() => {
            void import('./kit-dxf').then(({ kitDxf }) => {
              saveFile(`${file}.dxf`, kitDxf(roll), 'application/dxf');
            });
          }}
        >
          <Download size={12} aria-hidden /> DXF, millimeters
        </button>
      </div>
      <details className="mt-1 text-sm">
        <summary className="cursor-pointer">Labels, ply by ply</summary>
        <table className="mt-1 w-full">
          <HeadRow heads={['Label', 'Layer', 'Where', 'Pieces (number on the drawing): along × across']} />
          <tbody>
            {plies.map(({ label, layer, where, pieces: own }) => (
              <tr key={label} className="hairline border-t align-top">
                <td className="num py-0.5 pr-3 font-semibold">{label}</td>
                <td className="py-0.5 pr-3">{layer.name}</td>
                <td className="py-0.5 pr-3">{where}</td>
                <td className="num py-0.5">
                  {own
                    .map(({ label: piece, lengthMm, bottomMm, topMm }) => {
                      const across =
                        bottomMm === topMm
                          ? units.text('thickness', bottomMm)
                          : `${units.text('thickness', bottomMm)} to ${units.text('thickness', topMm)}`;
                      return `${piece.slice(label.length + 1)} (${String(numbers.get(piece) ?? 0)}): ${units.text('thickness', lengthMm)} × ${across}`;
                    })
                    .join(' · ')}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </Part>
  );
}

function TakeOffPart({ title, lines, build }: { title: string; lines: readonly TakeOffLine[]; build: string }) {
  const units = useUnits();
  const { fill } = units;
  const shown = (value: number, unit: TakeOffLine['unit']): string => {
    const { quantity, stored } = takeOffAmount(value, unit);
    return units.text(quantity, stored);
  };
  const known = lines.filter(({ cost }) => cost !== null);
  return (
    <Part
      title={title}
      aside={
        <button
          type="button"
          className="btn btn-xs mb-0.5"
          onClick={() => {
            saveFile(`${build} take-off.csv`.replace(/[^\p{L}\p{N}.]+/gu, '-'), takeOffCsv(lines), 'text/csv');
          }}
        >
          <Download size={12} aria-hidden /> CSV
        </button>
      }
    >
      <table className="w-full text-sm" aria-label={title}>
        <thead>
          <tr className="muted text-left text-xs">
            <th className="pr-3 font-normal">Item</th>
            <th className="pr-3 text-right font-normal">Net</th>
            <th className="pr-3 text-right font-normal">Take</th>
            <th className="pr-3 text-right font-normal">Order</th>
            <th className="pr-3 text-right font-normal">Cost</th>
            <th className="font-normal">Note</th>
          </tr>
        </thead>
        <tbody>
          {lines.map(({ what, kind, net, take, unit, order, cost, note }) => (
            <tr key={`${kind} ${what}`} className="hairline border-t">
              <td className="py-0.5 pr-3">{what}</td>
              <td className="num py-0.5 pr-3 text-right whitespace-nowrap">{shown(net, unit)}</td>
              <td className="num predicted py-0.5 pr-3 text-right font-semibold whitespace-nowrap">{shown(take, unit)}</td>
              <td className="num py-0.5 pr-3 text-right whitespace-nowrap">
                {order === null ? '–' : fill(words`${String(order.count)} × ${takeOffAmount(order.of, unit)}`)}
              </td>
              <td className="num py-0.5 pr-3 text-right">{cost === null ? '–' : cost.toFixed(2)}</td>
              <td className="muted py-0.5">{fill(note)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {known.length > 0 && known.length < lines.length && <p className="muted text-xs">Costs are only those that a card states.</p>}
    </Part>
  );
}
