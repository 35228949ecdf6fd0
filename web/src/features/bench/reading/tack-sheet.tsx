import { readingFields, tackStates, type ReadingOf } from '@pentimento/core/log';
import { useState } from 'react';
import { BigChoice } from '../../../shared/gloves/big-choice';
import type { SheetProps } from './sheet-props';
import { WriteReading } from './write-reading';

const { at, state: state_ } = readingFields.tack;

/** Tack tried at a place: two taps. */
export function TackSheet({ judge, onWrite }: SheetProps) {
  const [place, setPlace] = useState<ReadingOf<'tack'>['at']>('flange');
  const [state, setState] = useState<ReadingOf<'tack'>['state'] | null>(null);
  return (
    <>
      <BigChoice label="Tried at" options={at.choices.map((one) => [one, at.words[one]] as const)} value={place} onChange={setPlace} />
      <BigChoice label="The glove says" options={tackStates.map((one) => [one, state_.words[one]] as const)} value={state} onChange={setState} />
      <WriteReading reading={state && { kind: 'tack', data: { at: place, state } }} judge={judge} onWrite={onWrite} />
    </>
  );
}
