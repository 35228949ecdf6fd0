import { DayInput } from '../../shared/day-input';
import { MayButton } from '../../shared/may-button';
import { DomainError } from '@pentimento/core/errors';
import { writeCardFile } from '@pentimento/core/formats';
import { checkCard, resinCardOf, valueOrigins } from '@pentimento/core/materials';
import { Download, History, Pencil } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useSaveCardMutation, type Card } from '../../api/api';
import { problemOf } from '../../api/problem';
import { saveFile } from '../../shared/save-file';
import { CardHistoryDialog } from './card-history';
import { CardSheet } from './card-sheet';
import { cardFrom, changedKeys, draftOf, type CardDraft } from './card-draft';
import { CupTests } from './cup-tests/cup-tests';
import { GelTimes } from './gel-times';
import { LotsPart } from './lots-part';
import { PotPanel } from './pot-panel';
import { today } from '../../shared/dates';

/** One card: its data sheet, changing it, its versions, and for a resin its cup tests. */
export function CardPage({ card }: { card: Card }) {
  const [draft, setDraft] = useState<CardDraft | null>(null);
  // The version that is being changed: when somebody saves another meanwhile, ours is refused and not laid over theirs.
  const [base, setBase] = useState(card);
  const [history, setHistory] = useState(false);
  const resin = useMemo(() => (card.kind === 'resin' ? resinCardOf(card) : null), [card]);
  const assumed = Object.values(card.values).filter(({ origin }) => origin === 'assumed').length;
  const all = Object.values(card.values).length;
  return (
    <section className="min-w-0 p-5" aria-label={card.name}>
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h2 className="text-xl font-semibold">{card.name}</h2>
          <p className="muted">
            {card.version === 0 ? 'Built in' : `The shop’s own, version ${String(card.version)}`} · {assumed} of {all} values assumed
            {assumed > all / 2 && ': typical, fitted to no measurement. Your data sheet and your cup test decide.'}
          </p>
        </div>
        {!draft && (
          <div className="flex gap-2">
            <MayButton
              right="cards"

              className="btn btn-sm"
              onClick={() => {
                setBase(card);
                setDraft(draftOf(card, today()));
              }}
            >
              <Pencil size={14} aria-hidden /> Enter data sheet
            </MayButton>
            <button
              type="button"
              className="btn btn-sm btn-ghost"
              onClick={() => {
                setHistory(true);
              }}
            >
              <History size={14} aria-hidden /> Versions
            </button>
            <button
              type="button"
              className="btn btn-sm btn-ghost"
              onClick={() => {
                saveFile(`${card.id}.json`, JSON.stringify(writeCardFile([card]), null, 1), 'application/json');
              }}
            >
              <Download size={14} aria-hidden /> Export
            </button>
          </div>
        )}
      </div>
      {draft && (
        <DraftBar
          card={base}
          draft={draft}
          onDraft={setDraft}
          onDone={() => {
            setDraft(null);
          }}
        />
      )}
      <div className="mt-4">
        {resin && <GelTimes gelTimes={card.gelTimes} fixedRatio={resin.limits.catalyst === null} draft={draft} onDraft={setDraft} />}
        <CardSheet card={draft ? base : card} draft={draft} onDraft={setDraft} />
      </div>
      {resin && !draft && (
        <>
          <CupTests card={card} resin={resin} />
          <PotPanel card={resin} />
        </>
      )}
      {!draft && <LotsPart card={card} />}
      <Caution card={card} />
      {history && (
        <CardHistoryDialog
          card={card}
          onClose={() => {
            setHistory(false);
          }}
        />
      )}
    </section>
  );
}

function Caution({ card }: { card: Card }) {
  const own = Object.hasOwn(card.values, 'caution') ? card.values.caution.value : null;
  if (card.kind === 'filler' || card.kind === 'reinforcement')
    return (
      <p className="muted mt-5 max-w-2xl text-sm">Glass and filler dust: respirator and extraction. The safety data sheet and local rules decide.</p>
    );
  if (card.kind !== 'resin' && card.kind !== 'hardener') return typeof own === 'string' ? <p className="mt-3 text-sm">Caution: {own}</p> : null;
  return (
    <p className="muted mt-5 max-w-2xl text-sm">
      Peroxide hardeners burn eyes and start fires: never near a metal accelerator, on rags, or in a closed pot. Styrene, amines and isocyanates need
      air and gloves. The safety data sheet and local rules decide.
    </p>
  );
}

/** Source of what is being changed, and save or drop. */
function DraftBar({ card, draft, onDraft, onDone }: { card: Card; draft: CardDraft; onDraft: (draft: CardDraft) => void; onDone: () => void }) {
  const [save, { error, isLoading }] = useSaveCardMutation();
  const [objection, setObjection] = useState<string | null>(null);
  const next = cardFrom(card, draft);
  const changes = changedKeys(card, next).length + (draft.name !== card.name ? 1 : 0) + (draft.gelTimes !== card.gelTimes ? 1 : 0);
  const submit = async (): Promise<void> => {
    try {
      checkCard(next);
    } catch (problem) {
      setObjection(problem instanceof DomainError ? problem.message : 'This card cannot be saved.');
      return;
    }
    setObjection(null);
    const result = await save({
      id: card.id,
      body: { baseVersion: card.version, note: draft.note, card: { ...next, values: { ...next.values }, gelTimes: [...next.gelTimes] } },
    });
    if (result.data) onDone();
  };
  return (
    <form
      className="bg-base-200 hairline sticky top-0 z-10 mt-3 border p-3"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <div className="flex flex-wrap items-end gap-3 text-sm">
        <SourceFields draft={draft} onDraft={onDraft} />
        <button className="btn btn-primary btn-sm" disabled={isLoading || changes === 0}>
          Save as version {card.version + 1}
        </button>
        <button type="button" className="btn btn-ghost btn-sm" onClick={onDone}>
          {changes === 0 ? 'Close' : 'Drop changes'}
        </button>
        <span className="muted">{changes === 1 ? '1 change' : `${String(changes)} changes`}</span>
      </div>
      {(objection ?? error) && (
        <p role="alert" className="text-error mt-2">
          {objection ?? problemOf(error).detail}
        </p>
      )}
    </form>
  );
}

/** Name of the card, and where what is changed comes from. */
function SourceFields({ draft, onDraft }: { draft: CardDraft; onDraft: (draft: CardDraft) => void }) {
  const { source } = draft;
  return (
    <>
      <label>
        <span className="muted block text-sm">Name</span>
        <input
          className="hairline bg-base-100 h-7 w-56 border px-1"
          maxLength={80}
          required
          value={draft.name}
          onChange={(event) => {
            onDraft({ ...draft, name: event.target.value });
          }}
        />
      </label>
      <label>
        <span className="muted block text-sm">What you change comes from</span>
        <select
          className="hairline bg-base-100 h-7 border"
          value={source.origin}
          onChange={(event) => {
            const origin = valueOrigins.find((one) => one === event.target.value) ?? 'data sheet';
            onDraft({ ...draft, source: { ...source, origin } });
          }}
        >
          {valueOrigins.map((origin) => (
            <option key={origin}>{origin}</option>
          ))}
        </select>
      </label>
      <label>
        <span className="muted block text-sm">which one</span>
        <input
          className="hairline bg-base-100 h-7 w-48 border px-1"
          maxLength={200}
          placeholder="sheet, page, test"
          value={source.note}
          onChange={(event) => {
            onDraft({ ...draft, source: { ...source, note: event.target.value }, note: event.target.value });
          }}
        />
      </label>
      <label>
        <span className="muted block text-sm">of</span>
        <DayInput
          value={source.date}
          onChange={(date) => {
            onDraft({ ...draft, source: { ...source, date } });
          }}
        />
      </label>
    </>
  );
}
