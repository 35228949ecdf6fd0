import type { Reading } from '@pentimento/core/log';
import { FindingLine } from './finding-line';
import type { SheetProps } from './sheet-props';
import { WriteButton } from '../../../shared/gloves/write-button';

interface WriteReadingProps extends Pick<SheetProps, 'judge' | 'onWrite'> {
  /** null: not said in full yet */
  readonly reading: Reading | null;
}

/** What a reading means, and the key that writes it down. */
export function WriteReading({ reading, judge, onWrite }: WriteReadingProps) {
  return (
    <>
      {reading && <FindingLine large finding={judge(reading)} />}
      <WriteButton
        text="Write it down"
        disabled={!reading}
        onClick={() => {
          if (reading) onWrite(reading);
        }}
      />
    </>
  );
}
