import type { PlanSection } from '@pentimento/core/plan';
import type { DrawnZone } from '../../shared/section-drawing';

/** Places of a section as a drawing shows them: its field, whose id is empty, and its zones. */
export const placesOf = ({ zones }: PlanSection): DrawnZone[] => [
  { id: '', name: 'Field', kind: 'field' },
  ...zones.map(({ id, name, kind }) => ({ id, name, kind })),
];
