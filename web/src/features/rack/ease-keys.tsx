export const EASE = [
  [1, 'Fell out'],
  [2, 'Light wedges'],
  [3, 'Wedges and air'],
  [4, 'Fight'],
  [5, 'Stuck, damage'],
] as const;

/** Five keys in a row, one zone's ease. */
export function EaseKeys({ label, value, onChange }: { label: string; value: number | null; onChange: (ease: number) => void }) {
  return (
    <div role="group" aria-label={label} className="hairline flex items-center gap-1 border-b py-1">
      <span className="flex-1">{label}</span>
      {EASE.map(([ease, words]) => (
        <button
          key={ease}
          type="button"
          title={words}
          aria-label={`${String(ease)} ${words}`}
          aria-pressed={value === ease}
          className={`num size-14 shrink-0 border text-xl ${value === ease ? 'bg-primary text-primary-content border-primary' : 'hairline hover:bg-base-200'}`}
          onClick={() => {
            onChange(ease);
          }}
        >
          {ease}
        </button>
      ))}
    </div>
  );
}
