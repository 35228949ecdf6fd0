import { area, line, scaleLinear } from 'd3';
import type { ReleaseForecast } from '../../api/api';
import { useForecast } from './use-forecasts';

const HEIGHT = 170;
const PAD = { left: 44, right: 12, top: 10, bottom: 34 };
/** Where a forecast looks no further. */
const MOST_PULLS = 200;

/** What leaves so much of a chance does not help. */
const NO_HELP = 0.9;

const percent = (share: number): string => `${(100 * share).toFixed(share < 0.095 ? 1 : 0)} %`;

/** So many pulls at a mold's own rate, in the words of a calendar. */
export function spanOf(pulls: number, pullsPerDay: number | null): string | null {
  if (pullsPerDay === null || pullsPerDay <= 0) return null;
  const days = pulls / pullsPerDay;
  if (days < 14) return `${days.toFixed(0)} days`;
  return days < 70 ? `${(days / 7).toFixed(0)} weeks` : `${(days / 30.4).toFixed(0)} months`;
}

const pullsText = (pulls: number): string => (pulls >= MOST_PULLS ? `${String(MOST_PULLS)} and more` : String(pulls));

interface SticksPartProps {
  readonly moldId: string;
  /** The last part stuck: a coat alone is no answer then */
  readonly stuck: boolean;
  readonly width: number;
}

/** When this mold will stick: the chance of the next pull, pulls left at the accepted risk, and what a treatment would change. */
export function SticksPart({ moldId, stuck, width }: SticksPartProps) {
  const forecast = useForecast(moldId);
  if (!forecast) return <p className="muted py-2">When it will stick is being worked out.</p>;
  const { pFight, pullsLeft, pullsPerDay, afterCoat, afterFull, graded, acceptedRisk, older } = forecast;
  const span = spanOf(pullsLeft.p50, pullsPerDay);
  return (
    <section aria-label="When it will stick">
      <h2 className="mt-4 font-semibold">When it will stick</h2>
      <p className="mt-1 max-w-prose">
        The next pull fights with a chance of <strong className="num predicted">{percent(pFight)}</strong>.{' '}
        {pullsLeft.p50 === 0 ? (
          <>More than the {percent(acceptedRisk)} that is accepted: treat it first.</>
        ) : (
          <>
            At {percent(acceptedRisk)} accepted, <strong className="num predicted">{pullsText(pullsLeft.p50)}</strong> pulls are left ({pullsLeft.p10}{' '}
            to {pullsText(pullsLeft.p90)}){span && <>, about {span} at its pace</>}.
          </>
        )}{' '}
        <span className="muted">
          {stuck
            ? 'A part stuck: find the place and why before anything goes on it. Repaired, stripped and treated'
            : afterCoat > NO_HELP * pFight
              ? 'A coat alone would leave it there, stripped and treated'
              : `A coat now would make it ${percent(afterCoat)}, stripped and treated`}{' '}
          {percent(afterFull)}. By {graded} graded pulls of this mold; where those are few, by others of its program.
          {older && ' Something was logged since: worked out anew.'}
        </span>
      </p>
      {width > 0 && <Fan forecast={forecast} width={width} />}
    </section>
  );
}

/** Chance of each of the next pulls if nothing is done, with its band. */
function Fan({ forecast: { fan, acceptedRisk }, width }: { forecast: ReleaseForecast; width: number }) {
  const x = scaleLinear([1, fan.length], [PAD.left, width - PAD.right]);
  const most = Math.max(acceptedRisk * 1.3, ...fan.map(({ p90 }) => p90));
  const y = scaleLinear([0, Math.min(1, most * 1.05)], [HEIGHT - PAD.bottom, PAD.top]);
  const band =
    area<(typeof fan)[number]>(
      (_, i) => x(i + 1),
      (p) => y(p.p10),
      (p) => y(p.p90),
    )(fan) ?? '';
  const likely =
    line<(typeof fan)[number]>(
      (_, i) => x(i + 1),
      (p) => y(p.p50),
    )(fan) ?? '';
  return (
    <svg
      width={width}
      height={HEIGHT}
      role="img"
      aria-label={`Chance of a fight over the next ${String(fan.length)} pulls: from ${percent(fan[0].p50)} to ${percent(fan[fan.length - 1].p50)}`}
    >
      {y.ticks(4).map((tick) => (
        <g key={tick}>
          <line x1={PAD.left} x2={width - PAD.right} y1={y(tick)} y2={y(tick)} stroke="currentColor" strokeOpacity="0.15" />
          <text x={PAD.left - 6} y={y(tick) + 4} textAnchor="end" className="num fill-current text-[11px]">
            {percent(tick)}
          </text>
        </g>
      ))}
      <path d={band} fill="currentColor" fillOpacity="0.12" />
      <path d={likely} fill="none" stroke="currentColor" strokeWidth="1.8" strokeDasharray="6 3" />
      <line x1={PAD.left} x2={width - PAD.right} y1={y(acceptedRisk)} y2={y(acceptedRisk)} className="stroke-error" strokeWidth="1.2" />
      <text x={width - PAD.right} y={y(acceptedRisk) - 4} textAnchor="end" className="fill-error text-[11px]">
        accepted
      </text>
      {x.ticks(Math.min(fan.length, 10)).map((tick) => (
        <text key={tick} x={x(tick)} y={HEIGHT - PAD.bottom + 14} textAnchor="middle" className="num fill-current text-[11px]">
          {tick}
        </text>
      ))}
      <text x={(PAD.left + width - PAD.right) / 2} y={HEIGHT - 4} textAnchor="middle" className="fill-current text-[12px]">
        pulls from now, nothing done
      </text>
    </svg>
  );
}
