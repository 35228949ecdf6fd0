import type { CardLimits, ResinCard, ResinFamily } from './resin-card.js';
import { kineticCards } from './kinetic-cards.js';

function assumed(id: string, name: string, family: ResinFamily, transfer: number, limits: CardLimits): ResinCard {
  return { id, name, family, origin: 'assumed', transfer, limits, kinetics: kineticCards[id] };
}

/** Catalyst range in percent, from–to, usual level. */
const peroxide = (minPct: number, maxPct: number, typicalPct: number): CardLimits['catalyst'] => ({ minPct, maxPct, typicalPct });

/** Generic made-up resins with typical limits; every value is assumed until a data sheet or test replaces it. */
export const resinCards: readonly ResinCard[] = [
  assumed('gelcoat_iso', 'Tooling gel coat, iso', 'gel coat', 0.94, {
    catalyst: peroxide(1, 2.5, 2),
    shopMinC: 16,
    maxLaminateC: 60,
    activationC: null,
    overlayOpensCure: 0.5,
    restartBelowC: null,
    bondClosesH: 24,
    wetOnWet: false,
    demoldCure: 0.75,
  }),
  assumed('ve_skin', 'Skin resin, vinyl ester', 'skin', 0.93, {
    catalyst: peroxide(1, 2.5, 1.5),
    shopMinC: 16,
    maxLaminateC: 80,
    activationC: null,
    overlayOpensCure: 0.55,
    restartBelowC: 30,
    bondClosesH: 36,
    wetOnWet: true,
    demoldCure: 0.75,
  }),
  assumed('iso_lam', 'Laminating resin, iso', 'laminating', 0.93, {
    catalyst: peroxide(1, 2, 1.5),
    shopMinC: 15,
    maxLaminateC: 95,
    activationC: null,
    overlayOpensCure: 0.55,
    restartBelowC: 32,
    bondClosesH: 36,
    wetOnWet: true,
    demoldCure: 0.75,
  }),
  assumed('tooling_lp', 'Tooling resin, low profile, filled', 'low-profile tooling', 0.92, {
    catalyst: peroxide(0.8, 1.5, 1.5),
    shopMinC: 18,
    maxLaminateC: 90,
    activationC: 50,
    overlayOpensCure: 0.55,
    restartBelowC: 35,
    bondClosesH: 24,
    wetOnWet: true,
    demoldCure: 0.78,
  }),
  assumed('epoxy_surface', 'Epoxy surface coat', 'epoxy surface', 0.94, {
    catalyst: null,
    shopMinC: 15,
    maxLaminateC: 60,
    activationC: null,
    overlayOpensCure: 0.4,
    restartBelowC: null,
    bondClosesH: 9,
    wetOnWet: false,
    demoldCure: 0.75,
  }),
  assumed('epoxy_slow', 'Epoxy laminating, slow', 'epoxy laminating', 0.93, {
    catalyst: null,
    shopMinC: 15,
    maxLaminateC: 80,
    activationC: null,
    overlayOpensCure: 0.58,
    restartBelowC: 32,
    bondClosesH: 14,
    wetOnWet: true,
    demoldCure: 0.72,
  }),
  assumed('epoxy_fast', 'Epoxy laminating, fast', 'epoxy laminating', 0.93, {
    catalyst: null,
    shopMinC: 15,
    maxLaminateC: 80,
    activationC: null,
    overlayOpensCure: 0.58,
    restartBelowC: 32,
    bondClosesH: 10,
    wetOnWet: true,
    demoldCure: 0.72,
  }),
  assumed('pu_fast', 'Polyurethane, fast one to one', 'polyurethane', 0.93, {
    catalyst: null,
    shopMinC: 15,
    maxLaminateC: 90,
    activationC: null,
    overlayOpensCure: 0.5,
    restartBelowC: null,
    bondClosesH: 1,
    wetOnWet: true,
    demoldCure: 0.75,
  }),
];
