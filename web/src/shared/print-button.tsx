import { Printer } from 'lucide-react';

/** Prints the page as it is shown. */
export function PrintButton() {
  return (
    <button
      type="button"
      className="btn btn-sm"
      onClick={() => {
        window.print();
      }}
    >
      <Printer size={14} aria-hidden /> Print
    </button>
  );
}
