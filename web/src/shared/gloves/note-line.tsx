interface NoteLineProps {
  readonly label: string;
  readonly value: string;
  readonly most: number;
  readonly onChange: (value: string) => void;
}

/** A line of text at arm's length. */
export function NoteLine({ label, value, most, onChange }: NoteLineProps) {
  return (
    <label className="my-2 block">
      <span className="muted">{label}</span>
      <input
        className="hairline bg-base-100 mt-1 h-12 w-full border px-2 text-lg"
        maxLength={most}
        value={value}
        onChange={(event) => {
          onChange(event.target.value);
        }}
      />
    </label>
  );
}
