import { cardFields } from '@pentimento/core/materials';
import { useCardHistoryQuery, type Card, type CardHistory } from '../../api/api';
import { Dialog } from '../../shared/dialog';
import { Failed, Loading } from '../../shared/states';
import { useUnits, type Units } from '../../shared/use-units';
import { changedKeys } from './card-draft';
import { fieldText, fieldUnit } from './field-text';

/** Versions of a card, newest first, each with what it changed. */
export function CardHistoryDialog({ card, onClose }: { card: Card; onClose: () => void }) {
  const { data, error, refetch } = useCardHistoryQuery(card.id);
  const units = useUnits();
  return (
    <Dialog title={`${card.name}: versions`} onClose={onClose} wide>
      {error && !data && <Failed error={error} retry={() => void refetch()} />}
      {!data && !error && <Loading what="the versions" />}
      <ul>
        {data?.map((entry, i) => (
          <li key={entry.card.version} className="hairline border-b py-2">
            <p>
              <span className="num font-semibold">v{entry.card.version}</span> · {entry.madeBy ?? 'built in'}
              {entry.madeAt && <span className="muted num"> · {entry.madeAt.slice(0, 10)}</span>}
              {entry.note !== '' && <span> · {entry.note}</span>}
            </p>
            {i + 1 < data.length && <Changes before={data[i + 1]} after={entry} units={units} />}
          </li>
        ))}
      </ul>
      <button type="button" className="btn btn-sm mt-4" onClick={onClose}>
        Close
      </button>
    </Dialog>
  );
}

function Changes({ before, after, units }: { before: CardHistory; after: CardHistory; units: Units }) {
  const keys = changedKeys(before.card, after.card);
  if (keys.length === 0) return <p className="muted text-sm">Sources or name only.</p>;
  return (
    <ul className="text-sm">
      {cardFields[after.card.kind]
        .filter(({ key }) => keys.includes(key))
        .map((field) => {
          const at = ({ card }: CardHistory): string =>
            fieldText(field, Object.hasOwn(card.values, field.key) ? card.values[field.key].value : null, units);
          return (
            <li key={field.key}>
              {field.label}: <span className="num">{at(before)}</span> → <span className="num font-semibold">{at(after)}</span>{' '}
              <span className="muted">{fieldUnit(field, units)}</span>
            </li>
          );
        })}
    </ul>
  );
}
