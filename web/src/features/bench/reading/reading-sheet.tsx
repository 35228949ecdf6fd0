import type { ReadingKind } from '@pentimento/core/log';
import { Dialog } from '../../../shared/dialog';
import { GridSheet } from './grid-sheet';
import { LetGoSheet } from './let-go-sheet';
import { NumbersSheet } from './numbers-sheet';
import { FindingSheet, PhotoSheet } from './photo-sheet';
import { PotSheet } from './pot-sheet';
import { ReleaseTestSheet } from './release-test-sheet';
import type { SheetProps } from './sheet-props';
import { TackSheet } from './tack-sheet';
import type { Picture } from '../../../shared/gloves/take-picture';
import { TemperatureSheet } from './temperature-sheet';

/** What a key says, and the sheet's title. */
export const readingWords: Readonly<Record<ReadingKind, string>> = {
  pot: 'Weigh a pot',
  film: 'Gauge readings',
  tack: 'Tack try',
  temperature: 'Temperature',
  humidity: 'Humidity',
  photo: 'Picture',
  finding: 'Trouble',
  'release test': 'Release test',
  leak: 'Drop test',
  thickness: 'Thickness',
  mass: 'Weight',
  'let go': 'How it let go',
};

interface ReadingSheetProps extends SheetProps {
  readonly kind: ReadingKind;
  readonly onPicture: (picture: Picture) => string;
  readonly onClose: () => void;
}

/** The sheet on which one reading is taken. */
export function ReadingSheet({ kind, onPicture, onClose, ...props }: ReadingSheetProps) {
  return (
    <Dialog title={readingWords[kind]} onClose={onClose}>
      <SheetOf kind={kind} onPicture={onPicture} {...props} />
      <button type="button" className="btn btn-ghost mt-2 min-h-14 w-full text-lg" onClick={onClose}>
        Not now
      </button>
    </Dialog>
  );
}

function SheetOf({ kind, onPicture, ...props }: Omit<ReadingSheetProps, 'onClose'>) {
  switch (kind) {
    case 'pot':
      return <PotSheet {...props} />;
    case 'film':
    case 'thickness':
      return <GridSheet of={kind} {...props} />;
    case 'tack':
      return <TackSheet {...props} />;
    case 'temperature':
      return <TemperatureSheet {...props} />;
    case 'humidity':
      return (
        <NumbersSheet
          {...props}
          boxes={[{ key: 'pct', label: 'Humidity', unit: '%', live: 'humidity' }]}
          reading={([pct]) => ({ kind: 'humidity', data: { pct } })}
        />
      );
    case 'mass':
      return (
        <NumbersSheet {...props} boxes={[{ key: 'kg', label: 'Weight', quantity: 'mass' }]} reading={([kg]) => ({ kind: 'mass', data: { kg } })} />
      );
    case 'leak':
      return (
        <NumbersSheet
          {...props}
          boxes={[
            { key: 'start', label: 'Gauge, pump closed off', quantity: 'vacuum' },
            { key: 'end', label: 'Gauge, at the end', quantity: 'vacuum' },
            { key: 'minutes', label: 'After', unit: 'min' },
          ]}
          reading={([startMbar, endMbar, minutes]) => ({ kind: 'leak', data: { startMbar, endMbar, minutes } })}
        />
      );
    case 'photo':
      return <PhotoSheet onPicture={onPicture} {...props} />;
    case 'finding':
      return <FindingSheet onPicture={onPicture} {...props} />;
    case 'release test':
      return <ReleaseTestSheet {...props} />;
    case 'let go':
      return <LetGoSheet {...props} />;
  }
}
