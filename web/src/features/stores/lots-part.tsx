import { cardNumber, lotStanding, storeClasses, type StoreClass } from '@pentimento/core/materials';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { useAddLotMutation, useChangeLotMutation, useLotsQuery, type Card, type Lot } from '../../api/api';
import { problemOf } from '../../api/problem';
import { DayInput } from '../../shared/day-input';
import { Dialog } from '../../shared/dialog';
import { dateText, today } from '../../shared/dates';
import { Part } from '../../shared/fields';
import { MayButton } from '../../shared/may-button';
import { newId } from '../../shared/new-id';
import { Failed } from '../../shared/states';

const STATE_WORDS = { good: 'good', soon: 'near its end', expired: 'expired', 'used up': 'used up' } as const;
const STORE_WORDS: Readonly<Record<StoreClass, string>> = { cool: 'cool store', room: 'in the shop', warm: 'warm, over 25 °C' };

/** Lots of one material: what came when, how long it keeps, what is used up. */
export function LotsPart({ card }: { card: Card }) {
  const { data, error, refetch } = useLotsQuery();
  const [taking, setTaking] = useState(false);
  const own = data?.filter(({ cardId }) => cardId === card.id) ?? [];
  if (card.kind === 'plug material') return null;
  if (error && !data) return <Failed error={error} retry={() => void refetch()} />;
  return (
    <div className="mt-6">
      <Part
        title="Lots"
        aside={
          <MayButton
            right="log"
            className="btn btn-sm btn-ghost"
            onClick={() => {
              setTaking(true);
            }}
          >
            <Plus size={14} aria-hidden /> Take a delivery in
          </MayButton>
        }
      >
        {own.length === 0 ? (
          <p className="muted">None in the register. A lot that is named at a pot is found again when a mold gives trouble.</p>
        ) : (
          <table className="w-full max-w-3xl text-sm">
            <thead>
              <tr className="muted text-left">
                <th className="font-normal">Number</th>
                <th className="font-normal">Received</th>
                <th className="font-normal">Opened</th>
                <th className="font-normal">Good until</th>
                <th className="font-normal">Kept</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {own.map((lot) => (
                <LotRow key={lot.id} lot={lot} card={card} />
              ))}
            </tbody>
          </table>
        )}
      </Part>
      {taking && (
        <TakeIn
          card={card}
          onClose={() => {
            setTaking(false);
          }}
        />
      )}
    </div>
  );
}

function LotRow({ lot, card }: { lot: Lot; card: Card }) {
  const [change] = useChangeLotMutation();
  const { goodUntil, state } = lotStanding(lot, cardNumber(card, 'shelfLifeDays'), today());
  const tone = state === 'expired' ? 'text-error' : state === 'soon' ? 'text-warning' : 'muted';
  return (
    <tr className={`hairline border-b ${lot.usedUp ? 'opacity-60' : ''}`}>
      <th scope="row" className="num py-1 text-left">
        {lot.number}
        {lot.note !== '' && <span className="muted block text-xs font-normal">{lot.note}</span>}
      </th>
      <td className="num">{dateText(lot.received)}</td>
      <td className="num">{lot.opened === null ? '–' : dateText(lot.opened)}</td>
      <td className="num">
        {goodUntil === null ? 'not stated' : dateText(goodUntil)} <span className={tone}>{STATE_WORDS[state]}</span>
      </td>
      <td>{STORE_WORDS[lot.store]}</td>
      <td className="text-right">
        {lot.opened === null && !lot.usedUp && (
          <MayButton
            right="log"
            className="btn btn-xs btn-ghost"
            onClick={() => void change({ id: lot.id, body: { opened: today(), usedUp: false } })}
          >
            Opened today
          </MayButton>
        )}
        <MayButton
          right="log"
          className="btn btn-xs btn-ghost"
          onClick={() => void change({ id: lot.id, body: { opened: lot.opened, usedUp: !lot.usedUp } })}
        >
          {lot.usedUp ? 'Not used up' : 'Used up'}
        </MayButton>
      </td>
    </tr>
  );
}

function TakeIn({ card, onClose }: { card: Card; onClose: () => void }) {
  const [add, { error, isLoading }] = useAddLotMutation();
  const [number, setNumber] = useState('');
  const [received, setReceived] = useState<string | null>(today());
  const [expires, setExpires] = useState<string | null>(null);
  const [store, setStore] = useState<StoreClass>('room');
  const [note, setNote] = useState('');
  const [id] = useState(newId);
  return (
    <Dialog title={`A lot of ${card.name}`} onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (received === null) return;
          const body = {
            id,
            cardId: card.id,
            number: number.trim(),
            received,
            opened: null,
            expires: expires === '' ? null : expires,
            store,
            note: note.trim(),
          };
          void add(body)
            .unwrap()
            .then(onClose, () => undefined);
        }}
      >
        <label className="block">
          <span className="muted">Number, as printed on it</span>
          <input
            className="hairline bg-base-100 num mt-1 h-10 w-full border px-2"
            required
            maxLength={60}
            value={number}
            onChange={(event) => {
              setNumber(event.target.value);
            }}
          />
        </label>
        <div className="mt-3 flex flex-wrap gap-4">
          <label>
            <span className="muted block">Received</span>
            <DayInput value={received} onChange={setReceived} />
          </label>
          <label>
            <span className="muted block">Expires, where it is printed</span>
            <DayInput value={expires} onChange={setExpires} />
          </label>
        </div>
        <label className="mt-3 block">
          <span className="muted">Kept</span>
          <select
            className="hairline bg-base-100 mt-1 block h-10 border px-2"
            value={store}
            onChange={(event) => {
              const chosen = storeClasses.find((one) => one === event.target.value);
              if (chosen) setStore(chosen);
            }}
          >
            {storeClasses.map((one) => (
              <option key={one} value={one}>
                {STORE_WORDS[one]}
              </option>
            ))}
          </select>
        </label>
        <label className="mt-3 block">
          <span className="muted">Note</span>
          <input
            className="hairline bg-base-100 mt-1 h-10 w-full border px-2"
            maxLength={300}
            value={note}
            onChange={(event) => {
              setNote(event.target.value);
            }}
          />
        </label>
        {error && (
          <p role="alert" className="text-error mt-2">
            {problemOf(error).detail}
          </p>
        )}
        <div className="mt-4 flex gap-2">
          <button className="btn btn-primary" disabled={isLoading || number.trim() === '' || received === null}>
            Take it in
          </button>
          <button type="button" className="btn btn-ghost" onClick={onClose}>
            Not now
          </button>
        </div>
      </form>
    </Dialog>
  );
}
