import { MayButton } from '../may-button';

/** Writes a reading down. */
export function WriteButton({ text, disabled, onClick }: { text: string; disabled?: boolean; onClick: () => void }) {
  return (
    <MayButton
      right="log"
      className="bg-primary text-primary-content mt-3 min-h-16 w-full text-xl font-semibold disabled:opacity-40"
      disabled={disabled}
      onClick={onClick}
    >
      {text}
    </MayButton>
  );
}
