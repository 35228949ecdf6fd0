import type { ReadingFinding } from '@pentimento/core/bench';
import type { Reading } from '@pentimento/core/log';
import type { CardLibrary, PlanDocument, PlanLayer } from '@pentimento/core/plan';
import type { MixRow } from '@pentimento/core/mix';
import type { DrawnZone } from '../../../shared/section-drawing';
import type { Step } from '@pentimento/core/steps';

/** What a sheet for one reading knows of the step it is taken at. */
export interface SheetProps {
  readonly buildId: string;
  /** null: about no step */
  readonly step: Step | null;
  readonly plan: PlanDocument;
  readonly library: CardLibrary;
  /** Zones of the step's section, the field first */
  readonly zones: readonly (readonly [id: string, name: string])[];
  /** The same as a drawing shows them */
  readonly places: readonly DrawnZone[];
  /** Layers of the step's section, the step's own first */
  readonly layers: readonly PlanLayer[];
  readonly rows: readonly MixRow[];
  /** What this reading would mean */
  readonly judge: (reading: Reading) => ReadingFinding | null;
  readonly onWrite: (reading: Reading, note?: string) => void;
}

/** A zone of a reading; the field is what is not said. */
export const zoneSaid = (zone: string | null): { zone?: string } => (zone === null || zone === '' ? {} : { zone });
