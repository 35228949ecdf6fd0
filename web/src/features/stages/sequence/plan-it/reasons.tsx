import type { PlanSection } from '@pentimento/core/plan';
import type { Bound, SessionReason } from '@pentimento/core/planning';
import { momentText } from '@pentimento/core/shop-time';

/** Why each session lies where it lies. */
export function Reasons({
  reasons,
  startDate,
  sections,
}: {
  reasons: readonly SessionReason[];
  startDate: string;
  sections: readonly PlanSection[];
}) {
  if (reasons.length === 0) return null;
  const section = (id: string): string => (sections.length > 1 ? `${sections.find((one) => one.id === id)?.name ?? ''}: ` : '');
  const at = ({ atMin }: Bound): string => momentText(startDate, Math.ceil(atMin));
  return (
    <table className="w-full text-sm">
      <caption className="text-left font-semibold">Why so</caption>
      <thead>
        <tr className="muted text-left text-xs">
          <th className="pr-3 font-normal">Session</th>
          <th className="pr-3 font-normal">Starts</th>
          <th className="pr-3 font-normal">Not before</th>
          <th className="font-normal">Not after</th>
        </tr>
      </thead>
      <tbody>
        {reasons.map(({ sectionId, sessionId, name, startMin, notBefore, notAfter }) => (
          <tr key={`${sectionId} ${sessionId}`} className="hairline border-t align-top">
            <td className="py-0.5 pr-3">
              {section(sectionId)}
              {name}
            </td>
            <td className="num py-0.5 pr-3 whitespace-nowrap">{momentText(startDate, startMin)}</td>
            <td className="py-0.5 pr-3">
              {notBefore ? (
                <>
                  <span className="num whitespace-nowrap">{at(notBefore)}</span> <span className="muted">{notBefore.because}</span>
                </>
              ) : (
                <span className="muted">nothing is gained by it</span>
              )}
            </td>
            <td className="py-0.5">
              {notAfter ? (
                <>
                  <span className="num whitespace-nowrap">{at(notAfter)}</span> <span className="muted">{notAfter.because}</span>
                </>
              ) : (
                <span className="muted">it keeps</span>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
