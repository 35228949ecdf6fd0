import { useState } from 'react';
import { BigChoice, BigChoices } from '../../../shared/gloves/big-choice';
import { NoteLine } from '../../../shared/gloves/note-line';
import { zoneSaid, type SheetProps } from './sheet-props';
import { WriteReading } from './write-reading';

const EASE = [
  [1, '1 falls off'],
  [2, '2 a tap'],
  [3, '3 wedges'],
  [4, '4 held'],
  [5, '5 fought'],
] as const;
const TOOLS = ['Plastic wedges', 'Air', 'Water', 'Lifting gear'] as const;

/** How a zone let go at demolding, with what, and the marks it left. */
export function LetGoSheet({ zones, judge, onWrite }: SheetProps) {
  const [ease, setEase] = useState<number | null>(null);
  const [tools, setTools] = useState<readonly (typeof TOOLS)[number][]>([]);
  const [marks, setMarks] = useState('');
  const [zone, setZone] = useState('');
  const reading =
    ease === null ? null : ({ kind: 'let go', data: { ease, tools: tools.join(', '), marks: marks.trim(), ...zoneSaid(zone) } } as const);
  return (
    <>
      {zones.length > 1 && <BigChoice label="Where" options={zones} value={zone} onChange={setZone} />}
      <BigChoice label="How it let go" options={EASE} value={ease} onChange={setEase} />
      <BigChoices label="With" options={TOOLS.map((tool) => [tool, tool] as const)} values={tools} onChange={setTools} />
      <NoteLine label="Marks it left" most={200} value={marks} onChange={setMarks} />
      <WriteReading reading={reading} judge={judge} onWrite={onWrite} />
    </>
  );
}
