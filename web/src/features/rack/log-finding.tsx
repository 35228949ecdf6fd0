import { findingSheet } from '@pentimento/core/findings';
import type { FindingKind } from '@pentimento/core/log';
import { findingDepths, findingDepthWords, type FindingDepth } from '@pentimento/core/mold';
import { useState } from 'react';
import type { MoldHead } from '../../api/api';
import { Dialog } from '../../shared/dialog';
import { FindingKeys } from '../../shared/finding-keys';
import { BigChoice } from '../../shared/gloves/big-choice';
import { numberOf } from '../../shared/gloves/keypad';
import { NoteLine } from '../../shared/gloves/note-line';
import { PictureInput } from '../../shared/gloves/picture-input';
import type { Picture } from '../../shared/gloves/take-picture';
import { WriteButton } from '../../shared/gloves/write-button';
import { drawnSections, SectionDrawing } from '../../shared/section-drawing';
import { useUnits } from '../../shared/use-units';
import { useLogbook } from './use-logbook';

interface Place {
  readonly zoneId: string;
  readonly x: number;
  readonly y: number;
}

interface LogFindingProps {
  readonly mold: MoldHead;
  /** The pull after which it was seen; null: none */
  readonly pullId: string | null;
  readonly onClose: () => void;
}

/** Something found on a mold: what it looks like, where, how deep, how large. */
export function LogFinding({ mold, pullId, onClose }: LogFindingProps) {
  const { write, picture: send } = useLogbook(mold.id);
  const units = useUnits();
  const [what, setWhat] = useState<FindingKind | null>(null);
  const [place, setPlace] = useState<Place | null>(null);
  const [depth, setDepth] = useState<FindingDepth>('first color');
  const [size, setSize] = useState('');
  const [note, setNote] = useState('');
  const [picture, setPicture] = useState<Picture | null>(null);
  const shown = numberOf(size);
  const log = (): void => {
    if (what === null) return;
    const sizeMm = shown === null ? 0 : units.store('thickness', shown);
    const data = {
      what,
      depth,
      ...(sizeMm > 0 ? { sizeMm: Math.min(10000, Math.max(0.1, sizeMm)) } : {}),
      ...(place ? { zone: place.zoneId, x: place.x, y: place.y } : {}),
      ...(picture ? { photoId: send(picture) } : {}),
      ...(pullId === null ? {} : { pullId }),
    };
    write({ kind: 'finding', data }, note);
    onClose();
  };
  return (
    <Dialog title={`${mold.number} ${mold.part}: what was found?`} onClose={onClose} wide>
      <FindingKeys label="What it looks like" value={what} onChange={setWhat} />
      {what && <p className="muted mb-3 text-sm">{findingSheet(what).looks}</p>}
      <p className="muted mb-1">Where: tap the place</p>
      <SectionDrawing sections={drawnSections(mold.zones)} placed={place} onPlace={setPlace} />
      <p className="mb-3 min-h-6 text-sm">{place ? mold.zones.find(({ id }) => id === place.zoneId)?.name : 'nowhere said'}</p>
      <BigChoice label="How deep" options={findingDepths.map((one) => [one, findingDepthWords[one]] as const)} value={depth} onChange={setDepth} />
      <div className="grid gap-x-4 sm:grid-cols-2">
        <NoteLine label={`Size, ${units.unit('thickness')}`} most={8} value={size} onChange={setSize} />
        <NoteLine label="In your words" most={300} value={note} onChange={setNote} />
      </div>
      {picture ? (
        <img src={`data:image/jpeg;base64,${picture.small}`} alt="As taken" className="hairline border" />
      ) : (
        <PictureInput onPicture={setPicture} />
      )}
      <WriteButton text="Write it down" disabled={what === null} onClick={log} />
      <button type="button" className="btn btn-ghost mt-3" onClick={onClose}>
        Nothing found
      </button>
    </Dialog>
  );
}
