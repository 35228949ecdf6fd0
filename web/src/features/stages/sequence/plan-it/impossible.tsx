import { momentText } from '@pentimento/core/shop-time';
import { LevelMark } from '../../../../shared/level-mark';
import { useUnits } from '../../../../shared/use-units';
import type { Made, Proposal } from './planning.worker';

/** Why there is no plan, and what would make one, each tried. */
export function Impossible({ made, startDate, onPropose }: { made: Made; startDate: string; onPropose: (proposal: Proposal) => void }) {
  const units = useUnits();
  return (
    <div role="alert" className="border-error space-y-2 border-l-4 pl-3 text-sm">
      <p className="font-semibold">
        <LevelMark level="stop" size={14} /> {made.status === 'infeasible' ? 'No plan keeps every limit' : 'No plan was found in time'}
      </p>
      {made.clashes.length > 0 && (
        <p>
          {made.status !== 'infeasible'
            ? 'Nothing proves that there is none; without one of these there is: '
            : made.clashes.length === 1
              ? 'This cannot be kept: '
              : 'These cannot be kept together: '}
          {made.clashes.join(' · ')}.
        </p>
      )}
      {made.rules.map(({ id, title, remedy }) => (
        <p key={id}>
          <span className="font-semibold">{units.fill(title)}.</span> {units.fill(remedy)}
        </p>
      ))}
      {made.relaxations.length > 0 ? (
        <>
          <p>Any one of these would do; each was tried:</p>
          <ul aria-label="What would help" className="flex flex-wrap gap-2">
            {made.relaxations.map(({ id, words, proposal }) => (
              <li key={id}>
                <button
                  type="button"
                  className="btn btn-sm h-auto py-1 text-left"
                  onClick={() => {
                    onPropose(proposal);
                  }}
                >
                  {units.fill(words)}
                  <span className="muted num">off {momentText(startDate, proposal.demoldMin)}</span>
                </button>
              </li>
            ))}
          </ul>
        </>
      ) : (
        <p>Nothing small that was tried helps. Let more change, or look at the limits one by one.</p>
      )}
    </div>
  );
}
