import { FIELD } from '@pentimento/core/judging';
import type { PlanDocument } from '@pentimento/core/plan';
import { useCallback } from 'react';
import { useSearchParams } from 'react-router';

/** Which section of a mold is looked at, and which of its zones. */
export interface SectionChoice {
  readonly sectionId: string;
  /** `FIELD` for what no zone says */
  readonly zoneId: string;
  readonly choose: (sectionId: string, zoneId?: string) => void;
}

/** Section and zone stand in the address; without them, or with ones that are gone, it is the first section's field. */
export function useSectionChoice({ sections }: PlanDocument): SectionChoice {
  const [params, setParams] = useSearchParams();
  const section = sections.find(({ id }) => id === params.get('section')) ?? sections[0];
  const zone = section.zones.find(({ id }) => id === params.get('zone'));
  const choose = useCallback(
    (sectionId: string, zoneId: string = FIELD) => {
      setParams(
        (before) => {
          const next = new URLSearchParams(before);
          next.set('section', sectionId);
          if (zoneId === FIELD) next.delete('zone');
          else next.set('zone', zoneId);
          return next;
        },
        { replace: true },
      );
    },
    [setParams],
  );
  return { sectionId: section.id, zoneId: zone?.id ?? FIELD, choose };
}
