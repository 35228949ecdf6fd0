import { FileChoice } from '../../shared/file-choice';
import { readMoldRows, type MoldRowProblem, type ReadMold } from '@pentimento/core/mold';
import Papa from 'papaparse';
import { useState } from 'react';
import { useAddMoldsMutation, type MoldHead, type NewMold } from '../../api/api';
import { Dialog } from '../../shared/dialog';
import { ProblemLine } from '../../shared/form-field';
import { newId } from '../../shared/new-id';
import { saveFile } from '../../shared/save-file';

const EXAMPLE = [
  'number,part,hand,customer,place,release program,made,state,sections,zones,pulls,since full,since coat',
  'T-17,Tram seat,left,Dune Transit,Bay 3,semi-permanent,2021-06-14,in service,,Rim: flange; Seat: field; Backrest corner: inside corner,412,60,4',
  ',Plinth cover,,Shore Museum,Loft,paste wax,,resting,,,38,12,2',
].join('\n');

const SHOWN = 12;

interface Read {
  readonly name: string;
  readonly molds: readonly ReadMold[];
  readonly problems: readonly MoldRowProblem[];
  readonly unknown: readonly string[];
  /** Made as the file was read, so that sending it twice puts them on the rack once */
  readonly ids: readonly string[];
}

function newMoldOf(mold: ReadMold, id: string): NewMold {
  const { number, part, hand, programId, customer, where, state, made, sections, zones, pulls, sinceFull, sinceCoat, treated } = mold;
  return {
    id,
    number,
    part,
    hand,
    releaseProgramId: programId,
    customer,
    place: where,
    state,
    plug: 'not said',
    plugWhere: '',
    made,
    sections: [...sections],
    zones: zones.map((zone) => ({ ...zone })),
    before: { pulls, sinceFull, sinceCoat, treated },
  };
}

/** Molds from a list: what is in it, line by line, and only then doing it; all or none. */
export function ImportMolds({ onClose }: { onClose: () => void }) {
  const [read, setRead] = useState<Read | null>(null);
  const [made, setMade] = useState<readonly MoldHead[] | null>(null);
  const [add, { error, isLoading }] = useAddMoldsMutation();
  const choose = async (file: File): Promise<void> => {
    const rows = Papa.parse<Record<string, string>>(await file.text(), { header: true, skipEmptyLines: true }).data;
    const found = readMoldRows(rows);
    setRead({ name: file.name, ...found, ids: found.molds.map(() => newId()) });
    setMade(null);
  };
  const submit = async (): Promise<void> => {
    if (!read) return;
    const result = await add(read.molds.map((mold, i) => newMoldOf(mold, read.ids[i])));
    if (result.data) setMade(result.data.molds);
  };
  if (made)
    return (
      <Dialog title={`${String(made.length)} ${made.length === 1 ? 'mold is' : 'molds are'} on the rack`} onClose={onClose} wide>
        <p className="num">
          {made
            .slice(0, 40)
            .map(({ number }) => number)
            .join(', ')}
          {made.length > 40 && ' …'}
        </p>
        <div className="mt-4 flex flex-wrap gap-2">
          {/* Sheets of two hundred at a time. */}
          {Array.from({ length: Math.ceil(made.length / 200) }, (_, i) => (
            <a
              key={i}
              className="btn btn-primary"
              href={`/api/molds/labels.pdf?paper=A4&ids=${made
                .slice(i * 200, (i + 1) * 200)
                .map(({ id }) => id)
                .join(',')}`}
              download
            >
              Labels{made.length > 200 ? ` ${String(i * 200 + 1)} to ${String(Math.min(made.length, (i + 1) * 200))}` : ''}
            </a>
          ))}
          <button type="button" className="btn" onClick={onClose}>
            Close
          </button>
        </div>
      </Dialog>
    );
  return (
    <Dialog title="Molds from a list" onClose={onClose} wide>
      <p className="muted text-sm">
        A .csv file whose first line names the columns: number, part, hand, customer, place, release program, made, state, sections, zones, pulls,
        since full, since coat. Several in one cell with semicolons; a zone may say its kind after a colon.{' '}
        <button
          type="button"
          className="link"
          onClick={() => {
            saveFile('molds.csv', EXAMPLE, 'text/csv');
          }}
        >
          An example to fill in
        </button>
      </p>
      <FileChoice label="List of molds" accept=".csv,text/csv" className="mt-3" onFile={(file) => void choose(file)} />
      {read && (
        <>
          {read.problems.length > 0 && (
            <ul role="alert" className="border-error mt-3 max-h-40 overflow-auto border-l-4 pl-3 text-sm" aria-label="What is wrong in the list">
              {read.problems.map(({ line, words }) => (
                <li key={`${String(line)} ${words}`}>
                  <span className="num">Line {line}:</span> {words}
                </li>
              ))}
            </ul>
          )}
          {read.unknown.length > 0 && <p className="text-warning mt-2 text-sm">Passed over, no column of ours: {read.unknown.join(', ')}.</p>}
          <ul className="mt-3 text-sm" aria-label="What the list holds">
            {read.molds.slice(0, SHOWN).map((mold) => (
              <li key={mold.line} className="hairline border-b py-1">
                <span className="num font-semibold">{mold.number === '' ? 'next number' : mold.number}</span> {mold.part}{' '}
                {mold.hand !== 'none' && mold.hand}
                <span className="muted">
                  {' '}
                  · {mold.customer} · {mold.zones.length} {mold.zones.length === 1 ? 'zone' : 'zones'} · <span className="num">{mold.pulls}</span>{' '}
                  pulls
                  {!mold.treated && ', no treatment said'}
                </span>
              </li>
            ))}
            {read.molds.length > SHOWN && <li className="muted py-1">and {read.molds.length - SHOWN} more</li>}
          </ul>
        </>
      )}
      <ProblemLine error={error} />
      <div className="mt-4 flex gap-2">
        <button type="button" className="btn btn-primary" disabled={!read || read.molds.length === 0 || isLoading} onClick={() => void submit()}>
          Put {read ? read.molds.length : ''} on the rack{read && read.problems.length > 0 ? ', without the wrong lines' : ''}
        </button>
        <button type="button" className="btn btn-ghost" onClick={onClose}>
          Cancel
        </button>
      </div>
    </Dialog>
  );
}
