import { FileChoice } from '../../shared/file-choice';
import { DomainError } from '@pentimento/core/errors';
import { cardsFromRows, readCardFile } from '@pentimento/core/formats';
import type { MaterialCard } from '@pentimento/core/materials';
import Papa from 'papaparse';
import { useState } from 'react';
import { useImportCardsMutation, type Card } from '../../api/api';
import { problemOf } from '../../api/problem';
import { Dialog } from '../../shared/dialog';
import { changedKeys } from './card-draft';

/** Reads a file of cards: JSON as exported, or a list with a row per line. */
function readCards(name: string, text: string, known: readonly Card[]): MaterialCard[] {
  if (!/\.json$/i.test(name)) return cardsFromRows(Papa.parse<string[]>(text, { skipEmptyLines: true }).data, known);
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new DomainError({ code: 'bad-document', quantity: name, value: 'no JSON', expected: 'a file exported here, or a list (.csv)' });
  }
  return readCardFile(json);
}

/** Import: what is in the file, what it would change, and only then doing it. */
export function ImportDialog({ known, onClose }: { known: readonly Card[]; onClose: () => void }) {
  const [read, setRead] = useState<{ name: string; cards: MaterialCard[] } | null>(null);
  const [objection, setObjection] = useState<string | null>(null);
  const [importCards, { error, isLoading }] = useImportCardsMutation();
  const choose = async (file: File): Promise<void> => {
    try {
      setRead({ name: file.name, cards: readCards(file.name, await file.text(), known) });
      setObjection(null);
    } catch (problem) {
      setRead(null);
      setObjection(problem instanceof DomainError ? problem.message : 'This file could not be read.');
    }
  };
  const submit = async (): Promise<void> => {
    if (!read) return;
    const cards = read.cards.map((card) => ({ ...card, values: { ...card.values }, gelTimes: [...card.gelTimes] }));
    const result = await importCards({ cards, note: `From ${read.name}`.slice(0, 300) });
    if (result.data) onClose();
  };
  return (
    <Dialog title="Import cards" onClose={onClose} wide>
      <p className="muted text-sm">
        A file exported here (.json), or a list with a row per line (.csv). Known cards get a new version; nothing is lost.
      </p>
      <FileChoice label="File of cards" accept=".json,.csv,application/json,text/csv" className="mt-3" onFile={(file) => void choose(file)} />
      {(objection ?? error) && (
        <p role="alert" className="text-error mt-3">
          {objection ?? problemOf(error).detail}
        </p>
      )}
      {read && (
        <ul className="mt-3 text-sm" aria-label="What the file holds">
          {read.cards.map((card) => {
            const before = known.find(({ id }) => id === card.id);
            const changes = before ? changedKeys(before, card).length : 0;
            return (
              <li key={card.id} className="hairline border-b py-1">
                <span className="font-semibold">{card.name}</span> <span className="muted">{card.kind}</span> ·{' '}
                {before ? `version ${String(before.version + 1)}, ${String(changes)} values change` : 'new'}
              </li>
            );
          })}
        </ul>
      )}
      <div className="mt-4 flex gap-2">
        <button type="button" className="btn btn-primary btn-sm" disabled={!read || isLoading} onClick={() => void submit()}>
          Import {read ? read.cards.length : ''}
        </button>
        <button type="button" className="btn btn-ghost btn-sm" onClick={onClose}>
          Cancel
        </button>
      </div>
    </Dialog>
  );
}
