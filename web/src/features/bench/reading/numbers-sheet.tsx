import type { Reading } from '@pentimento/core/log';
import { useState } from 'react';
import { NumberBoxes, useStored, type NumberBox, type Typed } from './number-boxes';
import type { SheetProps } from './sheet-props';
import { WriteReading } from './write-reading';

interface NumbersSheetProps extends SheetProps {
  readonly boxes: readonly NumberBox[];
  /** The reading of as many numbers as there are boxes */
  readonly reading: (numbers: readonly number[]) => Reading;
}

/** A reading that is one number or a few. */
export function NumbersSheet({ boxes, reading, judge, onWrite }: NumbersSheetProps) {
  const stored = useStored();
  const [typed, setTyped] = useState<Typed>({});
  const numbers = boxes.map((box) => stored(box, typed));
  const said = numbers.every((one) => one !== null) ? reading(numbers) : null;
  return (
    <>
      <NumberBoxes boxes={boxes} typed={typed} onTyped={setTyped} />
      <WriteReading reading={said} judge={judge} onWrite={onWrite} />
    </>
  );
}
