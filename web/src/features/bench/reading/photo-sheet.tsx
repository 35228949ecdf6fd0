import type { FindingKind } from '@pentimento/core/log';
import { useState } from 'react';
import { FindingKeys } from '../../../shared/finding-keys';
import { SectionDrawing } from '../../../shared/section-drawing';
import { BigChoice } from '../../../shared/gloves/big-choice';
import { NoteLine } from '../../../shared/gloves/note-line';
import { NumberBoxes, useStored, type NumberBox, type Typed } from './number-boxes';
import { PictureInput } from '../../../shared/gloves/picture-input';
import { zoneSaid, type SheetProps } from './sheet-props';
import type { Picture } from '../../../shared/gloves/take-picture';
import { WriteButton } from '../../../shared/gloves/write-button';

interface PhotoSheetProps extends SheetProps {
  /** Sends a picture on its way; its id */
  readonly onPicture: (picture: Picture) => string;
}

/** A picture with a mark on it. */
export function PhotoSheet({ zones, onPicture, onWrite }: PhotoSheetProps) {
  const [picture, setPicture] = useState<Picture | null>(null);
  const [mark, setMark] = useState<{ x: number; y: number } | null>(null);
  const [zone, setZone] = useState('');
  const [note, setNote] = useState('');
  return (
    <>
      <PictureInput
        onPicture={(taken) => {
          setPicture(taken);
          setMark(null);
        }}
      />
      {picture && (
        <>
          <p className="muted mt-2">Tap the place that it is about.</p>
          <button
            type="button"
            aria-label="Mark a place on the picture"
            className="relative mt-1 block w-full"
            onClick={(event) => {
              const box = event.currentTarget.getBoundingClientRect();
              // A key press has no place: it takes the mark away.
              setMark(event.detail === 0 ? null : { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height });
            }}
          >
            <img src={`data:image/jpeg;base64,${picture.jpeg}`} alt="As taken" className="max-h-[40vh] w-full object-contain" />
            {mark && (
              <span
                className="border-error absolute size-10 -translate-x-1/2 -translate-y-1/2 rounded-full border-4"
                style={{ left: `${String(mark.x * 100)}%`, top: `${String(mark.y * 100)}%` }}
              />
            )}
          </button>
          {zones.length > 1 && <BigChoice label="Where" options={zones} value={zone} onChange={setZone} />}
          <NoteLine label="What it shows" most={300} value={note} onChange={setNote} />
        </>
      )}
      <WriteButton
        text="Keep the picture"
        disabled={!picture}
        onClick={() => {
          if (picture)
            onWrite({ kind: 'photo', data: { photoId: onPicture(picture), x: mark?.x ?? null, y: mark?.y ?? null, ...zoneSaid(zone) } }, note.trim());
        }}
      />
    </>
  );
}

/** Trouble: what, how large, where, with a picture where there is one. */
export function FindingSheet({ zones, places, onPicture, onWrite }: PhotoSheetProps) {
  const stored = useStored();
  const [what, setWhat] = useState<FindingKind | null>(null);
  const [typed, setTyped] = useState<Typed>({});
  const [place, setPlace] = useState<{ zoneId: string; x: number | null; y: number | null }>({ zoneId: '', x: null, y: null });
  const zone = place.zoneId;
  const [note, setNote] = useState('');
  const [picture, setPicture] = useState<Picture | null>(null);
  const box: NumberBox = { key: 'size', label: 'Size, if it has one', quantity: 'thickness' };
  const sizeMm = stored(box, typed);
  return (
    <>
      <FindingKeys label="What is it" value={what} onChange={setWhat} />
      <p className="muted mb-1">Where: tap the place</p>
      <SectionDrawing sections={[{ name: '', zones: places }]} placed={place} onPlace={setPlace} />
      {zones.length > 1 && (
        <BigChoice
          label="Or its zone"
          options={zones}
          value={zone}
          onChange={(zoneId) => {
            setPlace({ zoneId, x: null, y: null });
          }}
        />
      )}
      <NumberBoxes boxes={[box]} typed={typed} onTyped={setTyped} />
      <NoteLine label="In your words" most={300} value={note} onChange={setNote} />
      {picture ? (
        <img src={`data:image/jpeg;base64,${picture.small}`} alt="As taken" className="hairline border" />
      ) : (
        <PictureInput onPicture={setPicture} />
      )}
      <WriteButton
        text="Write it down"
        disabled={what === null}
        onClick={() => {
          if (what === null) return;
          const size = sizeMm !== null && sizeMm > 0 ? sizeMm : null;
          onWrite(
            {
              kind: 'finding',
              data: {
                what,
                sizeMm: size,
                ...zoneSaid(zone),
                ...(place.x === null || place.y === null ? {} : { x: place.x, y: place.y }),
                ...(picture ? { photoId: onPicture(picture) } : {}),
              },
            },
            note.trim(),
          );
        }}
      />
    </>
  );
}
