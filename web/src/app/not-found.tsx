import { Link } from 'react-router';
import { Empty } from '../shared/states';

export function NotFound() {
  return (
    <Empty title="Nothing at this address">
      <Link className="link" to="/">
        Go to the Board
      </Link>
    </Empty>
  );
}

/** A fault in the page itself. What was edited is in the draft kept by this browser. */
export function RouteFault() {
  return (
    <div className="p-8" role="alert">
      <p className="text-lg font-semibold">This page failed.</p>
      <p className="mt-2">Your edits are kept in this browser. Load the page again.</p>
      <button
        type="button"
        className="btn mt-4"
        onClick={() => {
          window.location.reload();
        }}
      >
        Load again
      </button>
    </div>
  );
}
