import { useAppDispatch, useAppSelector } from './store';
import { givenUp, loggedAt, sentAgain, type OutgoingRecord } from '../features/outbox/outbox-slice';
import { dateTimeText } from '../shared/dates';

const KINDS: Readonly<Record<OutgoingRecord['kind'], string>> = {
  pull: 'pull',
  treatment: 'treatment',
  entry: 'line of a mold’s logbook',
  step: 'line of the log',
  photo: 'picture',
  'mold photo': 'picture',
};

/** Records that the server refused, with its words, until a person decides. */
export function Refusals() {
  const refused = useAppSelector((state) => state.outbox.refused);
  const dispatch = useAppDispatch();
  return refused.map(({ record, detail }) => (
    <div key={record.body.id} role="alert" className="border-error m-4 flex items-center gap-4 border-l-4 p-3">
      <span className="flex-1">
        A {KINDS[record.kind]} of {dateTimeText(loggedAt(record))} was not taken: {detail}
      </span>
      <button
        type="button"
        className="btn btn-sm"
        onClick={() => {
          dispatch(sentAgain(record.body.id));
        }}
      >
        Send it again
      </button>
      <button
        type="button"
        className="btn btn-sm"
        onClick={() => {
          dispatch(givenUp(record.body.id));
        }}
      >
        Give it up
      </button>
    </div>
  ));
}
