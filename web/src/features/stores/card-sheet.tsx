import { cardFields, type CardField, type MaterialCard } from '@pentimento/core/materials';
import { OriginTag } from '../../shared/origin-tag';
import { useUnits, type Units } from '../../shared/use-units';
import type { CardDraft } from './card-draft';
import { FieldInput } from './field-input';
import { fieldText, fieldUnit } from './field-text';

/** Fields of a kind by group, in their order. */
export function groupsOf(kind: MaterialCard['kind']): { group: string; fields: CardField[] }[] {
  const groups: { group: string; fields: CardField[] }[] = [];
  for (const field of cardFields[kind]) {
    const last = groups.at(-1);
    if (last?.group === field.group) last.fields.push(field);
    else groups.push({ group: field.group, fields: [field] });
  }
  return groups;
}

/** A card as a data sheet: every line with value, unit and where it comes from; or with boxes while it is changed. */
export function CardSheet({ card, draft, onDraft }: { card: MaterialCard; draft: CardDraft | null; onDraft: (draft: CardDraft) => void }) {
  const units = useUnits();
  return (
    <div className="columns-1 gap-10 xl:columns-2">
      {groupsOf(card.kind).map(({ group, fields }) => {
        const stated = draft ? fields : fields.filter(({ key }) => Object.hasOwn(card.values, key) && card.values[key].value !== null);
        if (stated.length === 0) return null;
        return (
          <section key={group} className="mb-5 break-inside-avoid" aria-label={group}>
            <h3 className="rule border-b font-semibold">{group}</h3>
            <table className="w-full text-sm">
              <tbody>
                {stated.map((field) => (
                  <SheetRow key={field.key} card={card} field={field} units={units} draft={draft} onDraft={onDraft} />
                ))}
              </tbody>
            </table>
          </section>
        );
      })}
    </div>
  );
}

interface SheetRowProps {
  readonly card: MaterialCard;
  readonly field: CardField;
  readonly units: Units;
  readonly draft: CardDraft | null;
  readonly onDraft: (draft: CardDraft) => void;
}

function SheetRow({ card, field, units, draft, onDraft }: SheetRowProps) {
  const entry = Object.hasOwn(card.values, field.key) ? card.values[field.key] : null;
  const value = draft ? draft.values[field.key] : (entry?.value ?? null);
  const changed = draft !== null && value !== (entry?.value ?? null);
  const remark = [entry?.note, entry?.date].filter(Boolean).join(', ');
  return (
    <tr className="hairline border-b [&>*]:align-baseline">
      <th scope="row" className="py-0.5 pr-2 text-left leading-snug font-normal">
        {field.label}
        {draft && field.hint && <span className="muted block text-xs">{field.hint}</span>}
      </th>
      <td className={`py-0.5 text-right whitespace-nowrap ${entry?.origin === 'assumed' && !changed ? 'muted' : ''}`}>
        {draft ? (
          <FieldInput
            field={field}
            value={value}
            units={units}
            onChange={(next) => {
              onDraft({ ...draft, values: { ...draft.values, [field.key]: next } });
            }}
          />
        ) : (
          <span className="num">{fieldText(field, value, units)}</span>
        )}
        <span className="muted inline-block w-12 pl-1.5 text-left text-xs">{fieldUnit(field, units)}</span>
      </td>
      <td className="w-28 py-0.5 pl-2">
        {changed ? (
          <span className="text-xs font-semibold">changed</span>
        ) : (
          entry && (
            <>
              <OriginTag origin={entry.origin} />
              {remark !== '' && remark !== 'typical' && (
                <span className="muted block max-w-28 truncate pl-4 text-xs" title={remark}>
                  {remark}
                </span>
              )}
            </>
          )
        )}
      </td>
    </tr>
  );
}
