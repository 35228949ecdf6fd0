import type { MoldEvent, MoldRecord, PullState } from './shop-record.js';

const NEW: PullState = { sinceCoat: 0, sinceFull: 0, sinceNew: 0 };

export function afterEvent(state: PullState, { kind }: MoldEvent): PullState {
  if (kind === 'full') return { ...state, sinceCoat: 0, sinceFull: 0 };
  if (kind === 'touch-up') return { ...state, sinceCoat: 0 };
  return { sinceCoat: state.sinceCoat + 1, sinceFull: state.sinceFull + 1, sinceNew: state.sinceNew + 1 };
}

/** The same in one zone: a treatment of others leaves it as it is. */
const afterEventIn = (state: PullState, event: MoldEvent, zone: string): PullState =>
  event.kind !== 'pull' && event.zones !== undefined && !event.zones.includes(zone) ? state : afterEvent(state, event);

/** Every zone before the next pull. */
export const statesNow = ({ events, zones, before = NEW }: MoldRecord): PullState[] =>
  zones.map((zone) => events.reduce((state, event) => afterEventIn(state, event, zone), before));

/** Kind of each zone of a mold. */
const kindsOf = ({ zones, kinds = zones }: Pick<MoldRecord, 'zones' | 'kinds'>): readonly string[] => kinds;

/** A graded zone of a pull. */
export interface Reading {
  /** Number of its pull */
  readonly pull: number;
  readonly state: PullState;
  /** Index among the mold's zones */
  readonly zone: number;
  /** 1 to 5 */
  readonly ease: number;
}

export function readingsOf({ events, zones, before = NEW }: MoldRecord): Reading[] {
  const found: Reading[] = [];
  const states = zones.map(() => before);
  for (const event of events) {
    if (event.kind === 'pull' && event.ease)
      for (const [name, ease] of Object.entries(event.ease)) {
        const zone = zones.indexOf(name);
        // A zone that the mold no longer has.
        if (zone >= 0) found.push({ pull: states[zone].sinceNew, state: states[zone], zone, ease });
      }
    zones.forEach((zone, z) => {
      states[z] = afterEventIn(states[z], event, zone);
    });
  }
  return found;
}

/** Scales on which a change is about as large as any other. */
const COAT = 5;
const FULL = 20;
/** A new surface settles over so many pulls. */
const BREAK_IN = 6;

const wear = ({ sinceCoat, sinceFull, sinceNew }: PullState): number[] => {
  const [c, f] = [sinceCoat / COAT, sinceFull / FULL];
  return [c, c * c, f, f * f, Math.exp(-sinceNew / BREAK_IN), Math.exp(-sinceFull / BREAK_IN)];
};
export const WEAR = 6;
/** Wear, heat of the part and its square, heat of the mold. */
const SHARED = WEAR + 3;
/** As warm as a shop [°C]. */
const SHOP_C = 22;

/** Names that the shop's molds have in common: its programs and the kinds of its zones. */
export interface Vocabulary {
  readonly programs: readonly string[];
  readonly zones: readonly string[];
}

export function vocabularyOf(molds: readonly MoldRecord[]): Vocabulary {
  return { programs: [...new Set(molds.map(({ program }) => program))].sort(), zones: [...new Set(molds.flatMap(kindsOf))].sort() };
}

/** Number of effects that all molds share. */
export const effectCount = ({ programs, zones }: Vocabulary): number => SHARED + programs.length * (WEAR + 2) + zones.length;

/**
 * What all molds share, for a zone of a mold in some state: wear, heat of the part and of the mold; what a program has otherwise of it; the kind of zone.
 * The intercept is in the thresholds.
 */
export function effectsOf(
  { program, partHeatC, moldHeatC = SHOP_C, zones, kinds }: MoldRecord,
  zone: number,
  state: PullState,
  words: Vocabulary,
): Float64Array {
  const row = new Float64Array(effectCount(words));
  const common = wear(state);
  const heat = (partHeatC - 25) / 20;
  row.set([...common, heat, heat * heat, (moldHeatC - SHOP_C) / 20]);
  const at = words.programs.indexOf(program);
  if (at >= 0) row.set([...common, 1, heat], SHARED + at * (WEAR + 2));
  const kind = words.zones.indexOf(kindsOf({ zones, kinds })[zone]);
  if (kind >= 0) row[SHARED + words.programs.length * (WEAR + 2) + kind] = 1;
  return row;
}

/** Prior spread of each shared effect (normal about 0, assumed): wear and heat wide, what a program or zone has otherwise narrower. */
export function priorSpread(words: Vocabulary): Float64Array {
  const spread = new Float64Array(effectCount(words)).fill(0.7);
  spread.fill(1.5, 0, SHARED);
  for (let p = 0; p < words.programs.length; p++) spread[SHARED + p * (WEAR + 2) + WEAR] = 1.5;
  return spread;
}

/** What a mold has of its own: its level, how fast it wears since its coat, and since its strip; then each of its zones. */
export const OWN = 3;
export function ownOf(state: PullState): readonly [number, number, number] {
  return [1, state.sinceCoat / COAT, state.sinceFull / FULL];
}
