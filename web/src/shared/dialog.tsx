import { useEffect, useRef, type ReactNode } from 'react';

interface DialogProps {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
  readonly wide?: boolean;
  /** Something to read: the focus starts at its title, not at a button far below */
  readonly toRead?: boolean;
}

/** A modal sheet on the native dialog element: focus is kept inside, Escape closes. */
export function Dialog({ title, onClose, children, wide = false, toRead = false }: DialogProps) {
  const ref = useRef<HTMLDialogElement>(null);
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    const dialog = ref.current;
    if (dialog && !dialog.open) dialog.showModal();
    if (toRead) heading.current?.focus();
    return () => dialog?.close();
  }, [toRead]);
  return (
    <dialog
      ref={ref}
      aria-label={title}
      onCancel={onClose}
      className="rule bg-base-100 text-base-content m-auto max-h-[90vh] border-2 p-0 backdrop:bg-black/40"
    >
      <div className={`${wide ? 'w-[min(46rem,92vw)]' : 'w-[min(30rem,92vw)]'} p-5`}>
        <h2 ref={heading} tabIndex={toRead ? -1 : undefined} className="rule mb-4 border-b pb-2 text-xl font-semibold">
          {title}
        </h2>
        {children}
      </div>
    </dialog>
  );
}
