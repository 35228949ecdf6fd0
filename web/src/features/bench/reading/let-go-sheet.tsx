import { useState } from 'react';
import { BigChoice } from './big-choice';
import { FindingLine } from './finding-line';
import { zoneSaid, type SheetProps } from './sheet-props';
import { WriteButton } from './write-button';

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
  const [tools, setTools] = useState<readonly string[]>([]);
  const [marks, setMarks] = useState('');
  const [zone, setZone] = useState('');
  const reading =
    ease === null ? null : ({ kind: 'let go', data: { ease, tools: tools.join(', '), marks: marks.trim(), ...zoneSaid(zone) } } as const);
  return (
    <>
      {zones.length > 1 && <BigChoice label="Where" options={zones} value={zone} onChange={setZone} />}
      <BigChoice label="How it let go" options={EASE} value={ease} onChange={setEase} />
      <fieldset className="mb-3">
        <legend className="muted mb-1 text-base">With</legend>
        <div className="flex flex-wrap gap-2">
          {TOOLS.map((tool) => {
            const on = tools.includes(tool);
            return (
              <button
                key={tool}
                type="button"
                aria-pressed={on}
                className={`min-h-14 border px-3 text-lg ${on ? 'bg-primary text-primary-content border-primary' : 'hairline hover:bg-base-200'}`}
                onClick={() => {
                  setTools(on ? tools.filter((one) => one !== tool) : [...tools, tool]);
                }}
              >
                {tool}
              </button>
            );
          })}
        </div>
      </fieldset>
      <label className="block">
        <span className="muted">Marks it left</span>
        <input
          className="hairline bg-base-100 mt-1 h-12 w-full border px-2 text-lg"
          maxLength={200}
          value={marks}
          onChange={(event) => {
            setMarks(event.target.value);
          }}
        />
      </label>
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
