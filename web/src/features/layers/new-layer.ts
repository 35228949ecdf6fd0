import type { PlanLayer } from '@pentimento/core/plan';
import { newId } from '../../shared/new-id';

/** A gel coat film as a first layer from nothing. */
export function filmLayer(): PlanLayer {
  return { id: newId(), name: 'Gel coat', role: 'gelcoat', cardId: 'gelcoat_iso', catalystPct: 2, wetFilmUm: 600, laminate: null };
}

/** Plies of mat in general resin. */
export function laminateLayer(): PlanLayer {
  return {
    id: newId(),
    name: 'Mat',
    role: 'bulk',
    cardId: 'iso_lam',
    catalystPct: 1.5,
    wetFilmUm: null,
    laminate: { plies: 2, glassGsm: 450, resinToGlass: 2.3 },
  };
}
