import { Beaker } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import type { Card } from '../../api/api';
import { Loading } from '../../shared/states';

const QuickDose = lazy(async () => ({ default: (await import('./quick-dose')).QuickDose }));

/** Opens the quick dose, from anywhere at the bench. */
export function QuickDoseKey({ cards }: { cards: readonly Card[] }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        className="hairline hover:bg-base-200 inline-flex min-h-11 items-center gap-2 border px-3"
        onClick={() => {
          setOpen(true);
        }}
      >
        <Beaker size={18} aria-hidden /> Dose
      </button>
      {open && (
        <Suspense fallback={<Loading what="the dose" />}>
          <QuickDose
            cards={cards}
            onClose={() => {
              setOpen(false);
            }}
          />
        </Suspense>
      )}
    </>
  );
}
