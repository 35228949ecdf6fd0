import { Delete } from 'lucide-react';
import { useEffect, useEffectEvent, useState } from 'react';
import { useSwitchPersonMutation, type Who } from '../../api/api';
import { ProblemLine } from '../../shared/form-field';
import { useEnter } from '../../app/use-enter';
import { isTyping } from '../../app/places';

type Switchable = Who['switchable'][number];

const DIGITS = ['1', '2', '3', '4', '5', '6', '7', '8', '9'];
const SHORTEST = 4;
const LONGEST = 6;

/** On a trusted device: choose who you are, then your code on keys for gloved fingers. */
export function SwitchPerson({ people, onDone }: { people: readonly Switchable[]; onDone?: () => void }) {
  const [chosen, setChosen] = useState<Switchable | null>(null);
  if (chosen)
    return (
      <CodePad
        person={chosen}
        onBack={() => {
          setChosen(null);
        }}
        onDone={onDone}
      />
    );
  return (
    <ul className="mt-3 grid grid-cols-2 gap-2">
      {people.map((person) => (
        <li key={person.id}>
          <button
            type="button"
            className="hairline hover:bg-base-200 min-h-14 w-full border px-3 py-2 text-left font-semibold"
            onClick={() => {
              setChosen(person);
            }}
          >
            {person.name}
          </button>
        </li>
      ))}
    </ul>
  );
}

interface CodePadProps {
  readonly person: Switchable;
  readonly onBack: () => void;
  readonly onDone: (() => void) | undefined;
}

function CodePad({ person, onBack, onDone }: CodePadProps) {
  const [code, setCode] = useState('');
  const [enterBy, { error, isLoading }] = useSwitchPersonMutation();
  const enter = useEnter();
  const add = (digit: string): void => {
    setCode((before) => (before.length < LONGEST ? before + digit : before));
  };
  const remove = (): void => {
    setCode((before) => before.slice(0, -1));
  };
  const submit = async (): Promise<void> => {
    if (code.length < SHORTEST || isLoading) return;
    const { data } = await enterBy({ personId: person.id, code });
    setCode('');
    if (!data) return;
    onDone?.();
    enter(data);
  };
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (isTyping(event.target)) return;
    if (/^\d$/.test(event.key)) add(event.key);
    else if (event.key === 'Backspace') remove();
    else if (event.key === 'Enter') void submit();
    else return;
    event.preventDefault();
    event.stopImmediatePropagation();
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => {
      onKey(event);
    };
    window.addEventListener('keydown', listen, { capture: true });
    return () => {
      window.removeEventListener('keydown', listen, { capture: true });
    };
  }, []);
  const key = 'hairline hover:bg-base-200 min-h-16 border text-2xl';
  return (
    <div className="mt-3 max-w-72" role="group" aria-label={`Code of ${person.name}`}>
      <p className="font-semibold">{person.name}</p>
      <p role="status" aria-label={`${String(code.length)} digits typed`} className="num my-2 h-8 text-3xl tracking-[0.4em]">
        {'•'.repeat(code.length)}
        <span className="muted">{'·'.repeat(Math.max(0, SHORTEST - code.length))}</span>
      </p>
      <div className="grid grid-cols-3 gap-2">
        {DIGITS.map((digit) => (
          <button
            key={digit}
            type="button"
            className={key}
            onClick={() => {
              add(digit);
            }}
          >
            {digit}
          </button>
        ))}
        <button type="button" className={key} aria-label="Take the last digit back" onClick={remove}>
          <Delete size={22} className="m-auto" aria-hidden />
        </button>
        <button
          type="button"
          className={key}
          onClick={() => {
            add('0');
          }}
        >
          0
        </button>
        <button type="button" className="btn btn-primary min-h-16" disabled={code.length < SHORTEST || isLoading} onClick={() => void submit()}>
          Enter
        </button>
      </div>
      <ProblemLine error={error} />
      <button type="button" className="btn btn-ghost mt-3 min-h-11" onClick={onBack}>
        Somebody else
      </button>
    </div>
  );
}
