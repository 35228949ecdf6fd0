import type { EvidenceId, RankedCause, Weighed } from '@pentimento/core/diagnosis';
import { findingSheet } from '@pentimento/core/findings';
import type { OpenFinding } from '@pentimento/core/mold';
import { Minus, Plus } from 'lucide-react';
import { Link } from 'react-router';
import { useFindingRatesQuery, type Mold } from '../../api/api';
import { dateTimeText } from '../../shared/dates';
import { Dialog } from '../../shared/dialog';
import { FindingPicture } from '../../shared/finding-picture';
import { useUnits } from '../../shared/use-units';
import { useDiagnosis } from './use-diagnosis';

const percent = (share: number): string => `${(100 * share).toFixed(0)} %`;

/** Why it may have come: causes by what was logged, each with what speaks for and against it. */
export function DiagnosisDialog({ mold, finding, onClose }: { mold: Mold; finding: OpenFinding; onClose: () => void }) {
  const { diagnosis, built } = useDiagnosis(mold, finding);
  const sheet = findingSheet(finding.data.what);
  const zone = mold.zones.find(({ id }) => id === finding.data.zone);
  return (
    <Dialog title={`Why: ${finding.data.what}${zone ? `, ${zone.name}` : ''}`} onClose={onClose} wide toRead>
      <div className="flex gap-4">
        <FindingPicture kind={finding.data.what} className="w-24 shrink-0" />
        <p className="text-sm">
          {sheet.looks} <span className="muted">Look at: {sheet.lookAt}</span>
        </p>
      </div>
      {!diagnosis && <p className="muted mt-4">The build is being read.</p>}
      {diagnosis && (
        <>
          {!diagnosis.logged && (
            <p className="border-warning mt-4 border-l-4 pl-3">
              {built ? 'Nothing was logged that says anything about it' : 'This mold has no build on record'}: the causes stand as they are usual.
            </p>
          )}
          <ol className="mt-4" aria-label="Causes, likeliest first">
            {diagnosis.causes.map((cause, i) => (
              <Cause key={cause.id} cause={cause} open={i < 2} mold={mold} onClose={onClose} />
            ))}
          </ol>
          {diagnosis.causes.length === 0 && (
            <p className="mt-4">Nothing is known of such a finding. Describe it in its note, and look at the log around it.</p>
          )}
          {diagnosis.next.length > 0 && (
            <section className="mt-4" aria-label="What would tell them apart">
              <h3 className="font-semibold">What would tell the first two apart</h3>
              <ul className="list-disc pl-5">
                {diagnosis.next.map(({ id, check }) => (
                  <li key={id}>{check}</li>
                ))}
              </ul>
            </section>
          )}
          <InThisShop
            what={finding.data.what}
            evidence={diagnosis.causes.flatMap(({ weighed }) => weighed.flatMap((one) => (one.evidence.so ? [one.evidence.id] : [])))}
          />
          <p className="muted mt-4 text-sm">
            <strong>Next time:</strong> {sheet.prevent} <br />
            Likelihoods are general trade knowledge, assumed; each piece of evidence is taken by itself.
          </p>
        </>
      )}
      <button type="button" className="btn mt-4" onClick={onClose}>
        Close
      </button>
    </Dialog>
  );
}

function Cause({
  cause: { words, chance, before, weighed },
  open,
  mold,
  onClose,
}: {
  cause: RankedCause;
  open: boolean;
  mold: Mold;
  onClose: () => void;
}) {
  return (
    <li className="hairline border-b py-2">
      <details open={open}>
        <summary className="flex cursor-pointer items-baseline gap-3">
          <span className="num w-12 shrink-0 text-right text-lg font-semibold">{percent(chance)}</span>
          <span className="flex-1 font-semibold">{words}</span>
          <span className="muted num text-sm">usually {percent(before)}</span>
        </summary>
        <ul className="mt-1 ml-15 text-sm">
          {weighed.length === 0 && <li className="muted">Nothing on record bears on it.</li>}
          {weighed.map((one) => (
            <EvidenceLine key={one.evidence.id} weighed={one} mold={mold} onClose={onClose} />
          ))}
        </ul>
      </details>
    </li>
  );
}

interface InThisShopProps {
  readonly what: OpenFinding['data']['what'];
  /** What speaks for a cause here */
  readonly evidence: readonly EvidenceId[];
}

/** What came together in the shop's own builds: counts with the interval that so few leave, and no word of what made what. */
function InThisShop({ what, evidence }: InThisShopProps) {
  const { data } = useFindingRatesQuery();
  const own = (data ?? []).filter((rate) => rate.finding === what && evidence.includes(rate.evidence));
  if (own.length === 0) return null;
  const shown = ({ builds, found, from, to }: (typeof own)[number]['withIt']): string =>
    builds === 0 ? 'none' : `${String(found)} of ${String(builds)} (${percent(from)} to ${percent(to)})`;
  return (
    <section className="mt-4" aria-label="In this shop">
      <h3 className="font-semibold">In this shop’s own builds</h3>
      <table className="w-full text-sm">
        <thead>
          <tr className="muted text-left">
            <th className="font-normal">Builds with</th>
            <th className="font-normal">had {what}</th>
            <th className="font-normal">without it</th>
          </tr>
        </thead>
        <tbody>
          {own.map(({ evidence: id, withIt, without }) => (
            <tr key={id} className="hairline border-b">
              <td className="py-0.5">{id}</td>
              <td className="num">{shown(withIt)}</td>
              <td className="num">{shown(without)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="muted text-xs">What came together, not what made what. In brackets: where the share lies, at 95 %.</p>
    </section>
  );
}

const FROM = { plan: 'plan', build: 'log of the build', mold: 'logbook', nowhere: '' } as const;

function EvidenceLine({ weighed: { evidence, ratio }, mold, onClose }: { weighed: Weighed; mold: Mold; onClose: () => void }) {
  const { buildId } = mold;
  const { fill } = useUnits();
  const speaks = ratio > 1;
  const Icon = speaks ? Plus : Minus;
  const times = speaks ? ratio : 1 / ratio;
  const where =
    evidence.from === 'build' && buildId !== null
      ? `/bench/${buildId}${evidence.at === null ? '' : `?at=${encodeURIComponent(evidence.at)}`}`
      : evidence.from === 'plan' && buildId !== null
        ? `/builds/${buildId}/stack`
        : evidence.from === 'mold' && evidence.at !== null
          ? `/rack/${mold.id}?at=${encodeURIComponent(evidence.at)}`
          : null;
  return (
    <li className="flex gap-2 py-0.5">
      <Icon size={16} aria-hidden className="mt-0.5 shrink-0" />
      <span className="flex-1">
        {fill(evidence.line)}{' '}
        <span className="muted">
          {where ? (
            <Link className="link" to={where} onClick={onClose}>
              {FROM[evidence.from]}
            </Link>
          ) : (
            FROM[evidence.from]
          )}
          {evidence.at !== null && `, ${dateTimeText(evidence.at)}`}
        </span>
      </span>
      <span className="muted num shrink-0">
        {times < 10 ? times.toFixed(1) : times.toFixed(0)} × {speaks ? 'likelier' : 'less likely'}
      </span>
    </li>
  );
}
