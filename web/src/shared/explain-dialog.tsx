import { fillFormula, type ExplainedInput, type Explanation } from '@pentimento/core/explain';
import type { ReactNode } from 'react';
import { Dialog } from './dialog';
import { OriginTag } from './origin-tag';
import { useUnits, type Units } from './use-units';

/** Value and unit of an input as this person sees it. */
function inputText({ value, unit, quantity, digits }: ExplainedInput, units: Units): string {
  if (typeof value === 'string') return unit === '' ? value : `${value} ${unit}`;
  if (quantity) {
    const shown = units.show(quantity, value);
    return `${shown.toFixed(Math.max(units.digits(quantity), units.system === 'metric' ? (digits ?? 0) : 0))} ${units.unit(quantity)}`;
  }
  const text = digits === undefined ? String(Number(value.toPrecision(5))) : value.toFixed(digits);
  return unit === '' ? text : `${text} ${unit}`;
}

/** How a number came about: formula, the formula with its inputs put in, each input with its origin, and where to read on. */
export function ExplainDialog({
  explanation,
  lead,
  onClose,
}: {
  explanation: Explanation;
  /** What a toolmaker wants to know first; the formula then folds under it */
  lead?: ReactNode;
  onClose: () => void;
}) {
  const units = useUnits();
  const { title, result, remark, reference } = explanation;
  return (
    <Dialog title={title} onClose={onClose} wide toRead>
      <p>
        {result.name}:{' '}
        <span className={`num text-lg font-semibold ${result.origin === 'simulated' ? 'predicted' : ''}`}>{inputText(result, units)}</span>{' '}
        <OriginTag origin={result.origin} />
      </p>
      {lead}
      {lead ? (
        <details className="mt-3">
          <summary className="cursor-pointer text-sm font-semibold">Formula and inputs</summary>
          <Formula explanation={explanation} units={units} />
        </details>
      ) : (
        <Formula explanation={explanation} units={units} />
      )}
      <p className="mt-3 text-sm">{remark}</p>
      <p className="muted mt-1 text-xs">Reference: {reference} (docs/references.md). Data sheets and your own tests decide.</p>
      <button type="button" className="btn btn-sm mt-4" onClick={onClose}>
        Close
      </button>
    </Dialog>
  );
}

function Formula({ explanation: { formula, inputs, result }, units }: { explanation: Explanation; units: Units }) {
  return (
    <>
      <ul className="num bg-base-200 mt-3 p-2 text-sm leading-relaxed">
        {formula.split(';').map((part) => (
          <li key={part}>
            {part.trim()}
            <span className="muted block pl-4">{fillFormula(part.trim(), [...inputs, result], (input) => inputText(input, units))}</span>
          </li>
        ))}
      </ul>
      <table className="mt-3 w-full text-sm">
        <caption className="sr-only">Inputs</caption>
        <tbody>
          {inputs.map((input) => (
            <tr key={input.symbol} className="hairline border-b">
              <td className="num py-0.5 pr-3">{input.symbol}</td>
              <td className="py-0.5 pr-3">{input.name}</td>
              <td className="num py-0.5 pr-3 text-right whitespace-nowrap">{inputText(input, units)}</td>
              <td className="py-0.5">
                <OriginTag origin={input.origin} />
                {input.note !== '' && <span className="muted block pl-4 text-xs">{input.note}</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
