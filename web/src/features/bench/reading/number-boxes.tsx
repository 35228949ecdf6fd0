import type { DisplayQuantity } from '@pentimento/core/units';
import { useState } from 'react';
import { useUnits } from '../../../shared/use-units';
import { InstrumentKeys } from '../../instruments/instrument-keys';
import type { LiveKind } from '../../instruments/live';
import { Keypad, numberOf } from '../../../shared/gloves/keypad';

/** A number that is typed by the large keys. */
export interface NumberBox {
  readonly key: string;
  readonly label: string;
  readonly quantity?: DisplayQuantity;
  readonly unit?: string;
  /** What was planned, shown under it */
  readonly wanted?: string;
  /** Instruments that show it */
  readonly live?: LiveKind;
  /** Below zero too */
  readonly signed?: boolean;
}

/** Numbers as they were typed, by key. */
export type Typed = Readonly<Record<string, string>>;

/** A typed number in the unit it is stored in; null: none yet. */
export function useStored(): (box: NumberBox, typed: Typed) => number | null {
  const units = useUnits();
  return ({ key, quantity }, typed) => {
    const shown = numberOf(typed[key] ?? '');
    return shown === null ? null : quantity ? units.store(quantity, shown) : shown;
  };
}

interface NumberBoxesProps {
  readonly boxes: readonly NumberBox[];
  readonly typed: Typed;
  readonly onTyped: (typed: Typed) => void;
}

/** Some numbers with one set of keys; a tap chooses which one is typed. */
export function NumberBoxes({ boxes, typed, onTyped }: NumberBoxesProps) {
  const units = useUnits();
  const [active, setActive] = useState(boxes[0].key);
  const box = boxes.find(({ key }) => key === active) ?? boxes[0];
  // An instrument gives tenths of a degree.
  const digits = (box.quantity ? units.digits(box.quantity) : 0) + (box.quantity === 'temperature' ? 1 : 0);
  const shownAs = (value: number): string => (box.quantity ? units.show(box.quantity, value) : value).toFixed(digits);
  const take = (value: number): void => {
    onTyped({ ...typed, [box.key]: shownAs(value) });
    // What is weighed next goes into the next box.
    const next = boxes.slice(boxes.indexOf(box) + 1).at(0);
    if (next && !typed[next.key]) setActive(next.key);
  };
  return (
    <>
      <div className="mb-2 grid gap-2" style={{ gridTemplateColumns: `repeat(${String(Math.min(3, boxes.length))}, minmax(0, 1fr))` }}>
        {boxes.map(({ key, label, quantity, unit, wanted }) => (
          <button
            key={key}
            type="button"
            aria-pressed={key === box.key}
            className={`min-h-16 border-2 px-3 py-1 text-left ${key === box.key ? 'border-primary' : 'border-base-300'}`}
            onClick={() => {
              setActive(key);
            }}
          >
            <span className="muted block text-sm">{label}</span>
            <span className="num text-2xl">
              {typed[key] || '–'} <span className="text-base">{quantity ? units.unit(quantity) : unit}</span>
            </span>
            {wanted && <span className="muted num block text-sm">{wanted}</span>}
          </button>
        ))}
      </div>
      {box.live && (
        <InstrumentKeys
          of={box.live}
          shown={(value) => `${shownAs(value)} ${box.quantity ? units.unit(box.quantity) : (box.unit ?? '')}`}
          onTake={take}
        />
      )}
      <Keypad
        text={typed[box.key] ?? ''}
        signed={box.signed}
        onText={(text) => {
          onTyped({ ...typed, [box.key]: text });
        }}
      />
    </>
  );
}
