/** A note that goes along with whichever button is tapped. */
export function NoteField({
  label,
  note,
  onNote,
  cancel,
  onCancel,
}: {
  label: string;
  note: string;
  onNote: (note: string) => void;
  cancel: string;
  onCancel: () => void;
}) {
  return (
    <>
      <label className="mt-3 block">
        <span className="text-sm">{label} (optional, before the tap)</span>
        <input
          className="input w-full"
          maxLength={300}
          value={note}
          onChange={(event) => {
            onNote(event.target.value);
          }}
        />
      </label>
      <button type="button" className="btn btn-ghost mt-3" onClick={onCancel}>
        {cancel}
      </button>
    </>
  );
}
