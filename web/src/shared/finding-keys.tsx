import { findingKinds, type FindingKind } from '@pentimento/core/log';
import { FindingPicture } from './finding-picture';

/** Kinds of findings as drawn keys. */
export function FindingKeys({ label, value, onChange }: { label: string; value: FindingKind | null; onChange: (kind: FindingKind) => void }) {
  return (
    <div role="group" aria-label={label} className="mb-3 grid grid-cols-3 gap-1.5 sm:grid-cols-5">
      {findingKinds.map((kind) => (
        <button
          key={kind}
          type="button"
          aria-pressed={value === kind}
          className={`flex min-h-24 flex-col items-center justify-between border p-1 text-sm leading-tight ${value === kind ? 'border-primary border-2 font-semibold' : 'hairline hover:bg-base-200'}`}
          onClick={() => {
            onChange(kind);
          }}
        >
          <FindingPicture kind={kind} className="w-16" />
          {kind}
        </button>
      ))}
    </div>
  );
}
