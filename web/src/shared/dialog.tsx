import { useEffect, useRef, type ReactNode } from 'react';

/** A modal sheet on the native dialog element: focus is kept inside, Escape closes. */
export function Dialog({ title, onClose, children, wide = false }: { title: string; onClose: () => void; children: ReactNode; wide?: boolean }) {
  const ref = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const dialog = ref.current;
    if (dialog && !dialog.open) dialog.showModal();
    return () => dialog?.close();
  }, []);
  return (
    <dialog
      ref={ref}
      aria-label={title}
      onCancel={onClose}
      className="rule bg-base-100 text-base-content m-auto max-h-[90vh] border-2 p-0 backdrop:bg-black/40"
    >
      <div className={`${wide ? 'w-[min(46rem,92vw)]' : 'w-[min(30rem,92vw)]'} p-5`}>
        <h2 className="rule mb-4 border-b pb-2 text-xl font-semibold">{title}</h2>
        {children}
      </div>
    </dialog>
  );
}
