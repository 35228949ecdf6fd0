import { Delete } from 'lucide-react';
import { useEffect } from 'react';

const KEYS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0'] as const;
const MOST_DIGITS = 8;

/** What a key makes of a number that is being typed. */
export function typed(text: string, key: string): string {
  if (key === 'back') return text.slice(0, -1);
  if (key === '.') return text.includes('.') ? text : `${text === '' ? '0' : text}.`;
  if (key === '-') return text.startsWith('-') ? text.slice(1) : `-${text}`;
  const next = text === '0' ? key : text + key;
  return next.replace(/\D/g, '').length > MOST_DIGITS ? text : next;
}

/** The number that stands there; null: none yet. */
export function numberOf(text: string): number | null {
  if (!/\d/.test(text)) return null;
  const value = Number(text);
  return Number.isFinite(value) ? value : null;
}

/** Keys for gloves; a keyboard types too. */
export function Keypad({ text, onText, signed = false }: { text: string; onText: (text: string) => void; signed?: boolean }) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement || event.ctrlKey || event.metaKey) return;
      const key = event.key === 'Backspace' ? 'back' : event.key === ',' ? '.' : event.key;
      if (!/^(\d|\.|back)$/.test(key) && !(signed && key === '-')) return;
      event.preventDefault();
      event.stopPropagation();
      onText(typed(text, key));
    };
    document.addEventListener('keydown', onKey, true);
    return () => {
      document.removeEventListener('keydown', onKey, true);
    };
  }, [text, onText, signed]);
  const key = (name: string, label: string, shown: React.ReactNode) => (
    <button
      key={name}
      type="button"
      aria-label={label}
      className="hairline hover:bg-base-200 num min-h-14 border text-2xl"
      onClick={() => {
        onText(typed(text, name));
      }}
    >
      {shown}
    </button>
  );
  return (
    <div role="group" aria-label="Number keys" className="grid grid-cols-3 gap-1.5">
      {KEYS.map((name) => key(name, name === '.' ? 'decimal point' : name, name))}
      {key('back', 'delete', <Delete aria-hidden className="mx-auto" />)}
      {signed && key('-', 'minus', '±')}
    </div>
  );
}
