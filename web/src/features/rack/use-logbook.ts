import type { MoldSaying } from '@pentimento/core/mold';
import { useWhoQuery } from '../../api/api';
import { useAppDispatch } from '../../app/store';
import type { Picture } from '../../shared/gloves/take-picture';
import { newId } from '../../shared/new-id';
import { queued } from '../outbox/outbox-slice';

interface Logbook {
  /** Writes a line down; it is sent when the network allows. Its id */
  readonly write: (saying: MoldSaying, note?: string) => string;
  /** Sends a picture on its way. Its id */
  readonly picture: (picture: Picture) => string;
}

/** A mold's logbook, written by whoever is signed in, now. */
export function useLogbook(moldId: string): Logbook {
  const dispatch = useAppDispatch();
  const personId = useWhoQuery().data?.person?.id ?? '';
  return {
    write: ({ kind, data }, note = '') => {
      const id = newId();
      const body = { id, kind, at: new Date().toISOString(), note: note.trim(), data: { ...data } };
      dispatch(queued({ kind: 'entry', moldId, personId, body }));
      return id;
    },
    picture: ({ jpeg, small }) => {
      const id = newId();
      dispatch(queued({ kind: 'mold photo', moldId, personId, at: new Date().toISOString(), body: { id, jpeg, small } }));
      return id;
    },
  };
}
