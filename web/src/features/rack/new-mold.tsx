import {
  moldStates,
  moldStateWords,
  plugFates,
  WHOLE_ZONE,
  zonesOfSections,
  type MoldState,
  type MoldZone,
  type PlugFate,
} from '@pentimento/core/mold';
import { releasePrograms } from '@pentimento/core/service';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useAddMoldMutation, type NewMold } from '../../api/api';
import { DayInput } from '../../shared/day-input';
import { Dialog } from '../../shared/dialog';
import { FormField, ProblemLine } from '../../shared/form-field';
import { newId } from '../../shared/new-id';
import { ZonesEditor } from './zones-editor';

const HANDS = [
  ['none', 'no hand'],
  ['left', 'left'],
  ['right', 'right'],
] as const;

/** A whole number of pulls as it was typed; NaN: it is none. */
const countOf = (text: string, otherwise: number): number => (text.trim() === '' ? otherwise : /^\d{1,6}$/.test(text.trim()) ? Number(text) : NaN);

/** Puts a mold on the rack that is there already: made before the records, or elsewhere. */
export function NewMoldDialog({ onClose }: { onClose: () => void }) {
  const go = useNavigate();
  const [add, { error, isLoading }] = useAddMoldMutation();
  const [id] = useState(newId);
  const [number, setNumber] = useState('');
  const [part, setPart] = useState('');
  const [hand, setHand] = useState<NewMold['hand']>('none');
  const [releaseProgramId, setProgram] = useState(releasePrograms[0].id);
  const [customer, setCustomer] = useState('');
  const [place, setPlace] = useState('');
  const [state, setState] = useState<MoldState>('in service');
  const [plug, setPlug] = useState<PlugFate>('not said');
  const [made, setMade] = useState<string | null>(null);
  const [sections, setSections] = useState('');
  const [zones, setZones] = useState<MoldZone[]>([WHOLE_ZONE]);
  const [pulls, setPulls] = useState('');
  const [sinceFull, setSinceFull] = useState('');
  const [sinceCoat, setSinceCoat] = useState('');
  const named = sections
    .split(/[;,]/)
    .map((one) => one.trim())
    .filter((one) => one !== '')
    .slice(0, 12);
  const all = countOf(pulls, 0);
  const [full, coat] = [countOf(sinceFull, all), countOf(sinceCoat, all)];
  const wrongCount = Number.isNaN(all) || Number.isNaN(full) || Number.isNaN(coat);
  const tooMany = !wrongCount && (full > all || coat > all);
  const save = async (): Promise<void> => {
    const before = { pulls: all, sinceFull: full, sinceCoat: coat, treated: sinceFull.trim() !== '' || sinceCoat.trim() !== '' };
    const mold = {
      id,
      number: number.trim(),
      part: part.trim(),
      hand,
      releaseProgramId,
      customer: customer.trim(),
      place: place.trim(),
      state,
      plug,
      plugWhere: '',
      made,
    };
    const kept = zones.map((zone) => ({ ...zone, name: zone.name.trim() || zone.kind }));
    const result = await add({ ...mold, sections: named, zones: kept, before });
    if (result.data) void go(`/rack/${result.data.id}`);
  };
  const input = (label: string, value: string, change: (text: string) => void, most: number, wrong?: string) => (
    <FormField label={label} error={wrong}>
      <input
        className="hairline bg-base-100 h-10 w-full border px-2"
        maxLength={most}
        value={value}
        onChange={(event) => {
          change(event.target.value);
        }}
      />
    </FormField>
  );
  const select = <T extends string>(label: string, options: readonly (readonly [T, string])[], value: T, change: (one: T) => void) => (
    <FormField label={label}>
      <select
        className="hairline bg-base-100 h-10 w-full border px-1"
        value={value}
        onChange={(event) => {
          const found = options.find(([one]) => one === event.target.value);
          if (found) change(found[0]);
        }}
      >
        {options.map(([one, shown]) => (
          <option key={one} value={one}>
            {shown}
          </option>
        ))}
      </select>
    </FormField>
  );
  const countWrong = (text: string, count: number): string | undefined =>
    Number.isNaN(count) && text.trim() !== '' ? 'A whole number of pulls.' : undefined;
  return (
    <Dialog title="A mold that exists already" onClose={onClose} wide>
      <div className="grid gap-3 sm:grid-cols-3">
        {input('Number; empty: the next one', number, setNumber, 20)}
        {input('Part', part, setPart, 120)}
        {select('Hand', HANDS, hand, setHand)}
        {select(
          'Release program',
          releasePrograms.map((one) => [one.id, one.name] as const),
          releaseProgramId,
          setProgram,
        )}
        {input('Customer', customer, setCustomer, 80)}
        {input('Stands', place, setPlace, 80)}
        {select(
          'State',
          moldStates.map((one) => [one, moldStateWords[one]] as const),
          state,
          setState,
        )}
        {select(
          'Plug',
          plugFates.map((one) => [one, one] as const),
          plug,
          setPlug,
        )}
        <FormField label="Made on, if known">
          <span className="block pt-1">
            <DayInput value={made} onChange={setMade} />
          </span>
        </FormField>
        {input('Pulls so far', pulls, setPulls, 6, countWrong(pulls, all))}
        {input('since the full treatment', sinceFull, setSinceFull, 6, countWrong(sinceFull, full))}
        {input('since the last coat', sinceCoat, setSinceCoat, 6, countWrong(sinceCoat, coat))}
      </div>
      {tooMany && (
        <p role="alert" className="text-error mt-2">
          More pulls since a treatment than in all. Correct one of them.
        </p>
      )}
      {!wrongCount && sinceFull.trim() === '' && sinceCoat.trim() === '' && (
        <p className="muted mt-2 text-sm">Nothing said of a treatment: it will ask for one before its next pull.</p>
      )}
      <div className="mt-3">
        {input(
          'Sections, with commas; empty: one piece',
          sections,
          (text) => {
            setSections(text);
            const names = text
              .split(/[;,]/)
              .map((one) => one.trim())
              .filter((one) => one !== '')
              .slice(0, 12);
            setZones(zonesOfSections(names));
          },
          300,
        )}
        <p className="muted mt-3 mb-1 text-sm">Zones: places that are looked at by themselves</p>
        <ZonesEditor sections={named} zones={zones} onZones={setZones} />
      </div>
      <ProblemLine error={error} />
      <div className="mt-4 flex gap-2">
        <button
          type="button"
          className="btn btn-primary"
          disabled={part.trim() === '' || wrongCount || tooMany || isLoading}
          onClick={() => void save()}
        >
          Put it on the rack
        </button>
        <button type="button" className="btn btn-ghost" onClick={onClose}>
          Cancel
        </button>
      </div>
    </Dialog>
  );
}
