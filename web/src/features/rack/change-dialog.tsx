import {
  conditionGrades,
  conditionWords,
  moldStates,
  moldStateWords,
  plugFates,
  programChangeRefused,
  type ConditionGrade,
  type MoldState,
  type PlugFate,
} from '@pentimento/core/mold';
import { releasePrograms } from '@pentimento/core/service';
import { useState } from 'react';
import type { Mold } from '../../api/api';
import { Dialog } from '../../shared/dialog';
import { BigChoice } from '../../shared/gloves/big-choice';
import { NoteLine } from '../../shared/gloves/note-line';
import { MayButton } from '../../shared/may-button';
import { useLogbook } from './use-logbook';
import { ZonesEditor } from './zones-editor';

type Topic = 'state' | 'name' | 'place' | 'condition' | 'program' | 'zones';
const TOPICS: readonly (readonly [Topic, string])[] = [
  ['state', 'State'],
  ['name', 'Number, part'],
  ['place', 'Place, customer, plug'],
  ['condition', 'Condition'],
  ['program', 'Release program'],
  ['zones', 'Zones'],
];

/** What else is said of a mold: each saying a line of its logbook, the newest counts. */
export function ChangeDialog({ mold, onClose }: { mold: Mold; onClose: () => void }) {
  const [topic, setTopic] = useState<Topic>('state');
  return (
    <Dialog title={`${mold.number} ${mold.part}`} onClose={onClose} wide>
      <BigChoice label="What changed" options={TOPICS} value={topic} onChange={setTopic} />
      {topic === 'state' && <StatePart mold={mold} onDone={onClose} />}
      {topic === 'name' && <NamePart mold={mold} onDone={onClose} />}
      {topic === 'place' && <PlacePart mold={mold} onDone={onClose} />}
      {topic === 'condition' && <ConditionPart mold={mold} onDone={onClose} />}
      {topic === 'program' && <ProgramPart mold={mold} onDone={onClose} />}
      {topic === 'zones' && <ZonesPart mold={mold} onDone={onClose} />}
      <button type="button" className="btn btn-ghost mt-3" onClick={onClose}>
        Leave it as it is
      </button>
    </Dialog>
  );
}

interface TopicProps {
  readonly mold: Mold;
  readonly onDone: () => void;
}

const Save = ({ text, disabled, onClick, right = 'log' }: { text: string; disabled?: boolean; onClick: () => void; right?: 'log' | 'finish' }) => (
  <MayButton
    right={right}
    className="bg-primary text-primary-content mt-3 min-h-14 w-full text-lg font-semibold disabled:opacity-40"
    disabled={disabled}
    onClick={onClick}
  >
    {text}
  </MayButton>
);

function StatePart({ mold, onDone }: TopicProps) {
  const { write } = useLogbook(mold.id);
  const [state, setState] = useState<MoldState>(mold.state);
  const [note, setNote] = useState('');
  return (
    <>
      <BigChoice label="It is now" options={moldStates.map((one) => [one, moldStateWords[one]] as const)} value={state} onChange={setState} />
      <NoteLine label="Note" most={300} value={note} onChange={setNote} />
      <Save
        text="Write it down"
        right={state === 'retired' ? 'finish' : 'log'}
        onClick={() => {
          write({ kind: 'state', data: { state } }, note);
          onDone();
        }}
      />
    </>
  );
}

function NamePart({ mold, onDone }: TopicProps) {
  const { write } = useLogbook(mold.id);
  const [number, setNumber] = useState(mold.number);
  const [part, setPart] = useState(mold.part);
  const said = { number: number.trim(), part: part.trim() };
  return (
    <>
      <div className="grid gap-x-4 sm:grid-cols-2">
        <NoteLine label="Number" most={20} value={number} onChange={setNumber} />
        <NoteLine label="Part" most={120} value={part} onChange={setPart} />
      </div>
      <p className="muted text-sm">Its label says the old number until a new one is printed.</p>
      <Save
        text="Write it down"
        right="finish"
        disabled={said.number === '' || said.part === '' || (said.number === mold.number && said.part === mold.part)}
        onClick={() => {
          write({ kind: 'named', data: said });
          onDone();
        }}
      />
    </>
  );
}

function PlacePart({ mold, onDone }: TopicProps) {
  const { write } = useLogbook(mold.id);
  const [customer, setCustomer] = useState(mold.customer);
  const [where, setWhere] = useState(mold.place);
  const [plug, setPlug] = useState<PlugFate>(mold.facts.plug);
  const [plugWhere, setPlugWhere] = useState(mold.facts.plugWhere);
  return (
    <>
      <div className="grid gap-x-4 sm:grid-cols-2">
        <NoteLine label="Stands" most={80} value={where} onChange={setWhere} />
        <NoteLine label="Customer" most={80} value={customer} onChange={setCustomer} />
      </div>
      <BigChoice label="Plug" options={plugFates.map((one) => [one, one] as const)} value={plug} onChange={setPlug} />
      {plug === 'kept' && <NoteLine label="Plug is at" most={80} value={plugWhere} onChange={setPlugWhere} />}
      <Save
        text="Write it down"
        onClick={() => {
          write({
            kind: 'facts',
            data: { customer: customer.trim(), where: where.trim(), plug, plugWhere: plug === 'kept' ? plugWhere.trim() : '' },
          });
          onDone();
        }}
      />
    </>
  );
}

function ConditionPart({ mold, onDone }: TopicProps) {
  const { write } = useLogbook(mold.id);
  const [grade, setGrade] = useState<ConditionGrade | null>(null);
  const [zone, setZone] = useState('');
  return (
    <>
      {mold.zones.length > 1 && (
        <BigChoice
          label="Of"
          options={[['', 'the whole mold'] as const, ...mold.zones.map(({ id, name }) => [id, name] as const)]}
          value={zone}
          onChange={setZone}
        />
      )}
      <BigChoice
        label="Condition"
        options={conditionGrades.map((one) => [one, `${one}: ${conditionWords[one]}`] as const)}
        value={grade}
        onChange={setGrade}
      />
      <Save
        text="Write it down"
        disabled={grade === null}
        onClick={() => {
          if (grade === null) return;
          write({ kind: 'condition', data: { grade, ...(zone === '' ? {} : { zone }) } });
          onDone();
        }}
      />
    </>
  );
}

function ProgramPart({ mold, onDone }: TopicProps) {
  const { write } = useLogbook(mold.id);
  const [programId, setProgramId] = useState(mold.releaseProgramId);
  const [stripped, setStripped] = useState<'yes' | 'no'>('no');
  const refused = programChangeRefused(mold.releaseProgramId, programId, stripped === 'yes');
  return (
    <>
      <BigChoice
        label="Release program from now on"
        options={releasePrograms.map(({ id, name }) => [id, name] as const)}
        value={programId}
        onChange={setProgramId}
      />
      <BigChoice
        label="Face stripped bare before"
        options={[
          ['no', 'No'],
          ['yes', 'Yes'],
        ]}
        value={stripped}
        onChange={setStripped}
      />
      {refused !== null && (
        <p role="alert" className="text-error font-semibold">
          {refused}
        </p>
      )}
      {stripped === 'yes' && <p className="muted text-sm">A bare mold is not pulled from before it is treated.</p>}
      <Save
        text="Write it down"
        right="finish"
        disabled={refused !== null || (programId === mold.releaseProgramId && stripped === 'no')}
        onClick={() => {
          write({ kind: 'program', data: { programId, stripped: stripped === 'yes' } });
          onDone();
        }}
      />
    </>
  );
}

function ZonesPart({ mold, onDone }: TopicProps) {
  const { write } = useLogbook(mold.id);
  const [zones, setZones] = useState(mold.zones);
  const named = zones.length > 0 && zones.every(({ name }) => name.trim() !== '');
  return (
    <>
      <ZonesEditor sections={mold.sections} zones={zones} onZones={setZones} />
      <p className="muted text-sm">What was logged of a zone that is taken out stays in the logbook.</p>
      <Save
        text="Write it down"
        disabled={!named}
        onClick={() => {
          write({ kind: 'zones', data: { zones: zones.map((zone) => ({ ...zone, name: zone.name.trim() })) } });
          onDone();
        }}
      />
    </>
  );
}
