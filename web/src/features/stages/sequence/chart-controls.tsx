import { useAppSelector } from '../../../app/store';
import { SegmentChoice } from '../../../shared/segment-choice';
import { useUnits } from '../../../shared/use-units';
import { clockText } from '@pentimento/core/shop-time';
import type { ChartView } from './chart/growth-chart';
import { heatRamps, RAMP_FROM_C, RAMP_TO_C } from './chart/heat-ramp';

const CURE_LEVELS = [0.3, 0.5, 0.6, 0.7, 0.75, 0.8];

/** How the growth chart is drawn, the time cursor's moment, and the heat ramp's key. */
export function ChartControls({ view, cursorS, onView }: { view: ChartView; cursorS: number; onView: (view: ChartView) => void }) {
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-1 px-4 py-1.5 text-sm">
      <span className="num w-28 font-semibold" data-testid="cursor">
        {clockText(cursorS)}
      </span>
      <SegmentChoice
        showLabel
        label="Height"
        options={[
          ['even', 'even'],
          ['true', 'true'],
        ]}
        value={view.heightMode}
        onChange={(heightMode) => {
          onView({ ...view, heightMode });
        }}
      />
      <SegmentChoice
        showLabel
        label="Clock"
        options={[
          ['folded', 'folded'],
          ['even', 'even'],
        ]}
        value={view.folded ? 'folded' : 'even'}
        onChange={(clock) => {
          onView({ ...view, folded: clock === 'folded' });
        }}
      />
      <label className="flex items-center gap-1.5">
        <span className="muted">┄ cure front</span>
        <select
          className="hairline bg-base-100 num h-6 border"
          value={view.cureLevel}
          onChange={(event) => {
            onView({ ...view, cureLevel: Number(event.target.value) });
          }}
        >
          {CURE_LEVELS.map((level) => (
            <option key={level} value={level}>
              {level.toFixed(2)}
            </option>
          ))}
        </select>
      </label>
      <span className="muted">··· gel</span>
      <span className="flex-1" />
      <RampKey />
    </div>
  );
}

function RampKey() {
  const ramp = heatRamps[useAppSelector((state) => state.settings.theme)];
  const units = useUnits();
  const stops = Array.from({ length: 12 }, (_, i) => RAMP_FROM_C + (i / 11) * (RAMP_TO_C - RAMP_FROM_C));
  return (
    <span
      className="flex items-center gap-2"
      aria-label={`Colors from ${units.text('temperature', RAMP_FROM_C)} to ${units.text('temperature', RAMP_TO_C)}`}
      role="img"
    >
      <span className="num text-xs">{units.text('temperature', RAMP_FROM_C)}</span>
      <span className="hairline h-3 w-32 border" style={{ background: `linear-gradient(90deg, ${stops.map(ramp.color).join(',')})` }} />
      <span className="num text-xs">{units.text('temperature', RAMP_TO_C)}</span>
    </span>
  );
}
