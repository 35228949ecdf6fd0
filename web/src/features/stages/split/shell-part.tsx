import { panelDeflectionM, usualThickness, widestSpanM, type BackingTime } from '@pentimento/core/design';
import { explainPanel, type Explanation } from '@pentimento/core/explain';
import { backingFields, designFields, rangeOf, type CardLibrary, type MoldDesign, type SectionPlan, type PlugIntake } from '@pentimento/core/plan';
import { momentText } from '@pentimento/core/shop-time';
import { shellOf } from '@pentimento/core/stack';
import { cells } from '../../../shared/cells';
import { FlagCell, Part } from '../../../shared/fields';
import { LevelMark } from '../../../shared/level-mark';
import { ClockCell } from '../../../shared/clock-cell';
import { useUnits } from '../../../shared/use-units';

interface ShellPartProps {
  readonly plan: SectionPlan;
  readonly library: CardLibrary;
  readonly design: MoldDesign;
  readonly intake: PlugIntake;
  readonly backing: BackingTime | null;
  readonly onChange: (design: MoldDesign) => void;
  readonly onExplain: (explanation: Explanation) => void;
}

const WAITS: Record<BackingTime['waitsFor'], string> = {
  cure: 'it waits for its card’s cure',
  hours: 'it waits for the sheet’s hours',
  shrink: 'it waits for the shrink to come to rest',
  cooling: 'it waits for the back to cool',
};

/** Target thickness, stiffness between frame members, and when a frame may be bonded. */
export function ShellPart({ plan, library, design, intake, backing, onChange, onExplain }: ShellPartProps) {
  const units = useUnits();
  const usual = usualThickness(design.longestSideMm, intake.use, intake.partThicknessMm);
  const shell = shellOf(plan, library);
  const pressurePa = design.loadKPa * 1000;
  const sagMm = shell ? panelDeflectionM({ ...shell, spanM: design.backing.spacingMm / 1000, pressurePa }).supportedM * 1000 : null;
  const setBacking = (part: Partial<MoldDesign['backing']>): void => {
    onChange({ ...design, backing: { ...design.backing, ...part } });
  };
  const cell = cells(designFields, design, onChange);
  const frame = cells(backingFields, design.backing, setBacking);
  const mm = (value: number): string => units.text('thickness', value);
  return (
    <Part title="Thickness and frame">
      <div className="flex flex-wrap items-start gap-x-5 gap-y-2 text-sm">
        {cell('longestSideMm', { width: 'w-20' })}
        {cell('targetMm')}
        <p className="muted max-w-80 pt-1 leading-snug">
          Usual:{' '}
          <span className="num">
            {mm(usual.fromMm)} to {mm(usual.toMm)}
          </span>
          . {units.fill(usual.why)}{' '}
          <button
            type="button"
            className="underline"
            onClick={() => {
              onChange({ ...design, targetMm: Math.round(usual.fromMm * 10) / 10 });
            }}
          >
            Take {mm(usual.fromMm)}
          </button>
        </p>
      </div>
      <div className="mt-3 flex flex-wrap items-start gap-x-5 gap-y-2 text-sm">
        {frame('kind')}
        {frame('spacingMm', { width: 'w-20' })}
        {cell('loadKPa')}
        {cell('sagMm')}
        {frame('softStrips')}
        {cell('marked')}
      </div>
      <p className="mt-2 text-sm">
        {shell && sagMm !== null ? (
          <>
            <LevelMark level={sagMm > design.sagMm ? 'care' : 'ok'} size={13} word={false} /> A panel of this laminate gives{' '}
            <button
              type="button"
              className="num predicted underline decoration-dotted underline-offset-2"
              onClick={() => {
                onExplain(explainPanel(design, shell));
              }}
            >
              {sagMm < 1 ? `${units.show('thickness', sagMm).toFixed(2)} ${units.unit('thickness')}` : mm(sagMm)}
            </button>
            ; it keeps {mm(design.sagMm)} up to a span of{' '}
            <span className="num predicted">{mm(widestSpanM({ ...shell, pressurePa }, design.sagMm / 1000) * 1000)}</span>.
          </>
        ) : (
          'Its stiffness is worked out once there is a laminate.'
        )}
      </p>
      {design.backing.kind !== 'none' && <FrameBonding plan={plan} design={design} backing={backing} onChange={setBacking} />}
    </Part>
  );
}

interface FrameBondingProps {
  readonly plan: SectionPlan;
  readonly design: MoldDesign;
  readonly backing: BackingTime | null;
  readonly onChange: (part: Partial<MoldDesign['backing']>) => void;
}

/** When the frame is to be bonded, and when it may be. */
function FrameBonding({ plan, design, backing, onChange }: FrameBondingProps) {
  return (
    <>
      <div className="mt-2 flex flex-wrap items-end gap-4 text-sm">
        <FlagCell
          label="Bonding planned"
          value={design.backing.bondMin !== null}
          onChange={(on) => {
            const earliest = backing?.earliestS ?? plan.demoldMin * 60;
            onChange({ bondMin: on ? Math.ceil(earliest / 900) * 15 : null });
          }}
        />
        {design.backing.bondMin !== null && (
          <ClockCell
            label="Frame bonded"
            valueMin={design.backing.bondMin}
            startDate={plan.startDate}
            minMin={0}
            maxMin={rangeOf(backingFields.bondMin).max}
            onChange={(bondMin) => {
              onChange({ bondMin });
            }}
          />
        )}
      </div>
      {backing && (
        <p className="mt-1 text-sm" data-testid="backing">
          {backing.earliestS === null ? (
            <>
              <LevelMark level="stop" size={13} word={false} /> It does not settle within two weeks of demolding: {WAITS[backing.waitsFor]}. Warm the
              shop, or post-cure it.
            </>
          ) : (
            <>
              Bond the frame from <span className="num predicted">{momentText(plan.startDate, backing.earliestS / 60)}</span>
              {backing.beforeDemolding ? '' : ', after demolding'}: at least {backing.hours.toFixed(0)} h after the last session, at most 5 % of its
              shrink still to come in the next week, back cool ({WAITS[backing.waitsFor]} longest).
            </>
          )}
        </p>
      )}
    </>
  );
}
