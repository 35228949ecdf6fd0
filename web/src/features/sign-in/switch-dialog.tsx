import type { Who } from '../../api/api';
import { Dialog } from '../../shared/dialog';
import { SwitchPerson } from './switch-person';

/** Hands a shared device over to another person. */
export function SwitchDialog({ people, onClose }: { people: Who['switchable']; onClose: () => void }) {
  return (
    <Dialog title="Switch person" onClose={onClose}>
      <SwitchPerson people={people} onDone={onClose} />
      <button type="button" className="btn btn-sm mt-4" onClick={onClose}>
        Stay
      </button>
    </Dialog>
  );
}
