import type { BenchForecast, BuiltChange, ComparedLayer } from '@pentimento/core/bench';
import type { PlanDocument } from '@pentimento/core/plan';
import type { ReactNode } from 'react';
import { momentText } from '@pentimento/core/shop-time';
import { useUnits } from '../../shared/use-units';

const WHAT: Readonly<Record<BuiltChange['what'], string>> = {
  air: 'Air of the shop',
  start: 'Begins',
  laying: 'Laying took',
  film: 'Wet film',
  catalyst: 'Catalyst',
  plies: 'Plies',
  resin: 'Resin as laid',
};

interface AsBuiltPartProps {
  readonly plan: PlanDocument;
  readonly changes: readonly BuiltChange[];
  readonly compared: readonly ComparedLayer[];
  readonly laid: ReadonlySet<string>;
  readonly people: ReadonlyMap<string, readonly string[]>;
  readonly forecasts: ReadonlyMap<string, BenchForecast>;
  /** What of the readings may be kept with a card */
  readonly kept: ReactNode;
  /** What was found, on the sections */
  readonly found: ReactNode;
}

/** Planned and as built, layer by layer; computed from the log. */
export function AsBuiltPart({ plan, changes, compared, laid, people, forecasts, kept, found }: AsBuiltPartProps) {
  const units = useUnits();
  const sessions = new Map(plan.sections.flatMap((section) => section.sessions.map((session) => [session.id, session.name] as const)));
  const layers = new Map(compared.map(({ layerId, name }) => [layerId, name]));
  const several = new Set(compared.map(({ sectionId }) => sectionId)).size > 1;
  const about = ({ sessionId, layerId }: BuiltChange): string =>
    (layerId === null ? null : layers.get(layerId)) ?? (sessionId === null ? null : sessions.get(sessionId)) ?? '';
  return (
    <div className="p-4">
      <section aria-label="What went otherwise" className="mb-6">
        <h2 className="rule border-b text-lg font-semibold">What went otherwise</h2>
        {changes.length === 0 ? (
          <p className="muted mt-2">Nothing that was logged differs from the plan.</p>
        ) : (
          <ul>
            {changes.map((change) => (
              <li
                key={`${change.what} ${change.sessionId ?? ''} ${change.layerId ?? ''}`}
                className="hairline flex flex-wrap gap-x-3 border-b py-1.5"
              >
                <span className="font-semibold">
                  {WHAT[change.what]}
                  {about(change) && `, ${about(change)}`}
                </span>
                <span className="muted num">{units.fill(change.planned)}</span>
                <span aria-hidden>→</span>
                <span className="num">{units.fill(change.built)}</span>
              </li>
            ))}
          </ul>
        )}
        {people.size > 0 && (
          <p className="muted mt-2">{[...people].map(([id, names]) => `${sessions.get(id) ?? ''}: ${names.join(', ')}`).join(' · ')}</p>
        )}
      </section>
      {[...forecasts].map(([id, forecast]) => (
        <ForecastPart key={id} forecast={forecast} name={several ? (plan.sections.find((one) => one.id === id)?.name ?? '') : ''} />
      ))}
      {found}
      {kept}
      <section aria-label="Planned and as built">
        <h2 className="rule border-b text-lg font-semibold">Planned and as built</h2>
        <div className="overflow-x-auto">
          <table className="num w-full min-w-[46rem] text-sm">
            <thead>
              <tr className="muted text-left font-sans">
                <th className="py-1 pr-3 font-normal">Layer</th>
                <th className="pr-3 font-normal">Session begins</th>
                <th className="pr-3 text-right font-normal">Thickness</th>
                <th className="pr-3 text-right font-normal">Catalyst</th>
                <th className="pr-3 text-right font-normal">Peak</th>
                <th className="pr-3 font-normal">at</th>
                <th className="font-normal">Gels</th>
              </tr>
            </thead>
            <tbody>
              {compared.map(({ sectionId, sectionName, layerId, name, planned, built }) => {
                const pair = (of: (figures: typeof planned) => string): ReactNode => {
                  const was = of(planned);
                  const is = built === null ? 'left out' : of(built);
                  return is === was ? (
                    was
                  ) : (
                    <>
                      <span className="muted block text-xs">{was}</span>
                      <span className={laid.has(layerId) ? 'font-semibold' : 'predicted'}>{is}</span>
                    </>
                  );
                };
                return (
                  <tr key={`${sectionId} ${layerId}`} className="hairline border-b align-bottom">
                    <th scope="row" className="py-1 pr-3 text-left font-sans font-normal">
                      {name}
                      {several && <span className="muted"> · {sectionName}</span>}
                      {!laid.has(layerId) && <span className="muted block text-xs">not laid yet</span>}
                    </th>
                    <td className="pr-3">{pair(({ startMin }) => momentText(plan.startDate, startMin))}</td>
                    <td className="pr-3 text-right">{pair(({ thicknessMm }) => units.text('thickness', thicknessMm))}</td>
                    <td className="pr-3 text-right">{pair(({ catalystPct }) => (catalystPct === null ? 'fixed' : `${catalystPct.toFixed(2)} %`))}</td>
                    <td className="pr-3 text-right">{pair(({ peakC }) => units.text('temperature', peakC))}</td>
                    <td className="pr-3">{pair(({ peakMin }) => momentText(plan.startDate, peakMin))}</td>
                    <td>{pair(({ gelMin }) => (gelMin === null ? 'not on the plug' : momentText(plan.startDate, gelMin)))}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
        <p className="muted mt-2 max-w-prose text-sm">
          Peak and gel are simulated both times, in the field, where a session is laid first: with the plan’s numbers, and with what was weighed, read
          and timed.
        </p>
      </section>
    </div>
  );
}

function ForecastPart({ forecast: { layers, moved, leftOut, readings }, name }: { forecast: BenchForecast; name: string }) {
  const units = useUnits();
  return (
    <section aria-label={`By the readings ${name}`.trim()} className="mb-6">
      <h2 className="rule border-b text-lg font-semibold">
        By {readings} readings{name !== '' && ` · ${name}`}
      </h2>
      <p className="mt-1">
        {moved.length > 0
          ? `So far: ${moved.map((one) => units.fill(one)).join('; ')}.`
          : 'The readings agree with the plan as built, as far as they can tell.'}
      </p>
      {leftOut.map(({ sensor, why }) => (
        <p key={sensor} className="text-warning">
          Not believed: {sensor}. {why}
        </p>
      ))}
      <table className="num mt-2 w-full max-w-2xl text-sm">
        <thead>
          <tr className="muted text-left">
            <th className="font-normal">Layer</th>
            <th className="text-right font-normal">Peak</th>
            <th className="text-right font-normal">nine in ten between</th>
          </tr>
        </thead>
        <tbody>
          {layers.map(({ name: layer, peakC }, i) => (
            <tr key={`${String(i)} ${layer}`} className="hairline border-b">
              <td>{layer}</td>
              <td className="predicted text-right">{units.text('temperature', peakC.p50)}</td>
              <td className="text-right">
                {units.text('temperature', peakC.p5)} – {units.text('temperature', peakC.p95)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
