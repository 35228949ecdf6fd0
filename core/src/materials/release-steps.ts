/** One step of a release program, repeated as often as it has coats. */
export interface ReleaseStep {
  readonly id: string;
  readonly name: string;
  /** What to do, one line */
  readonly what: string;
  readonly kind: 'clean' | 'seal' | 'coat' | 'film';
  /** Card of the agent, and its substance in the compatibility table; null: nothing stays */
  readonly cardId: string | null;
  readonly substanceId: string | null;
  /** Coats on a new surface, and on one that has been released before */
  readonly coatsNew: number;
  readonly coatsUsed: number;
  /** Put on, and buffed off after the haze [min/m²] */
  readonly applyMinPerM2: number;
  readonly buffMinPerM2: number;
  readonly hazeMin: number;
  /** Until the next coat, and after the last one [min] */
  readonly betweenMin: number;
  readonly finalMin: number;
}

/** How a surface is made to let go: steps with timers, limits of the air, and tests before gel coat. */
export interface PlugReleaseProgram {
  readonly id: string;
  readonly name: string;
  readonly steps: readonly ReleaseStep[];
  readonly minC: number;
  readonly maxC: number;
  readonly minHumidityPct: number;
  readonly maxHumidityPct: number;
  /** What each limit of the air is for */
  readonly airWhy: { readonly cold: string; readonly warm: string; readonly dry: string; readonly damp: string };
  readonly gate: readonly string[];
  readonly caution: string;
}

/** A step with its agent and coats said in pairs. */
interface StepParts extends Omit<ReleaseStep, 'cardId' | 'substanceId' | 'coatsNew' | 'coatsUsed'> {
  readonly agent: readonly [cardId: string, substanceId: string] | null;
  readonly coats: readonly [fresh: number, used: number];
}

function step({ agent, coats, ...parts }: StepParts): ReleaseStep {
  return { ...parts, cardId: agent?.[0] ?? null, substanceId: agent?.[1] ?? null, coatsNew: coats[0], coatsUsed: coats[1] };
}

const WAX = ['wax_paste', 'release_wax'] as const;
const FILM = ['film_soluble', 'release_film'] as const;
const SEMI = ['release_semi', 'release_semi'] as const;

const clean = (coats: number): ReleaseStep =>
  step({
    kind: 'clean',
    id: 'clean',
    name: 'Clean',
    what: 'Wax-and-grease remover, one wet cloth, one dry, fresh pads.',
    agent: null,
    coats: [coats, 1],
    applyMinPerM2: 4,
    buffMinPerM2: 2,
    hazeMin: 0,
    betweenMin: 10,
    finalMin: 20,
  });
const wax = (fresh: number, used: number, finalMin: number): ReleaseStep =>
  step({
    kind: 'coat',
    id: 'wax',
    name: 'Wax',
    what: 'Thin, in circles, then straight; haze; buff until a clean cloth glides.',
    agent: WAX,
    coats: [fresh, used],
    applyMinPerM2: 5,
    buffMinPerM2: 5,
    hazeMin: 10,
    betweenMin: 45,
    finalMin,
  });

const AIR_WHY = {
  cold: 'In the cold solvent stays in the coats.',
  warm: 'In the heat it flashes before it is wiped even.',
  dry: 'Very dry air draws dust and charges the surface.',
  damp: 'In damp air water condenses into the coats.',
};

/** Typical programs (assumed, docs/references.md#release-programs); the maker's sheet decides. */
export const plugReleasePrograms: readonly PlugReleaseProgram[] = [
  {
    id: 'paste-wax',
    name: 'Paste wax, built up',
    steps: [clean(1), wax(6, 2, 360)],
    minC: 15,
    maxC: 32,
    minHumidityPct: 0,
    maxHumidityPct: 85,
    airWhy: { ...AIR_WHY, cold: 'Cold wax does not haze.', warm: 'Warm wax stays soft and smears.' },
    gate: ['A clean cloth glides on every zone', 'No swirl or dull patch against the light', 'Tape pulls off each zone without force'],
    caution: 'Softens warm. Never under a semi-permanent release.',
  },
  {
    id: 'wax-film',
    name: 'Wax, then soluble film',
    steps: [
      clean(1),
      wax(4, 1, 120),
      step({
        kind: 'film',
        id: 'mist',
        name: 'Film, mist pass',
        what: 'A dry mist that just wets; no runs; let it dry.',
        agent: FILM,
        coats: [3, 2],
        applyMinPerM2: 3,
        buffMinPerM2: 0,
        hazeMin: 0,
        betweenMin: 25,
        finalMin: 30,
      }),
      step({
        kind: 'film',
        id: 'wet',
        name: 'Film, wet pass',
        what: 'One even wet pass; draw runs out of the corners with a soft brush.',
        agent: FILM,
        coats: [1, 1],
        applyMinPerM2: 4,
        buffMinPerM2: 0,
        hazeMin: 0,
        betweenMin: 0,
        finalMin: 60,
      }),
    ],
    minC: 16,
    maxC: 32,
    minHumidityPct: 0,
    maxHumidityPct: 68,
    airWhy: {
      ...AIR_WHY,
      cold: 'Cold film does not dry, and wax beneath it does not haze.',
      damp: 'In damp air the film stays wet and runs from the corners.',
    },
    gate: ['Film seen dry and whole in every corner', 'No run and no bare spot against the light', 'Edges and flange covered'],
    caution: 'It runs from corners; where it is missing, gel coat sticks. Not over semi-permanent.',
  },
  {
    id: 'semi-permanent',
    name: 'Semi-permanent',
    steps: [
      clean(2),
      step({
        kind: 'seal',
        id: 'seal',
        name: 'Sealer',
        what: 'Wipe on thin, wipe dry before it flashes.',
        agent: SEMI,
        coats: [2, 0],
        applyMinPerM2: 3,
        buffMinPerM2: 2,
        hazeMin: 0,
        betweenMin: 20,
        finalMin: 30,
      }),
      step({
        kind: 'coat',
        id: 'release',
        name: 'Release',
        what: 'Small squares, wipe dry at once, overlap.',
        agent: SEMI,
        coats: [5, 2],
        applyMinPerM2: 3,
        buffMinPerM2: 2,
        hazeMin: 0,
        betweenMin: 20,
        finalMin: 120,
      }),
    ],
    minC: 15,
    maxC: 35,
    minHumidityPct: 30,
    maxHumidityPct: 85,
    airWhy: { ...AIR_WHY, dry: 'Moisture-cure types do not cure in very dry air.' },
    gate: ['Tape lets go of each zone without force', 'No streaks: wet, not smeared', 'Edges and flange covered'],
    caution: 'Only on a bare, clean surface; solvent vapor: ventilate, no flame. Never over wax.',
  },
  {
    id: 'none-on-wax',
    name: 'None, on sheet wax',
    steps: [clean(0)],
    minC: 10,
    maxC: 40,
    minHumidityPct: 0,
    maxHumidityPct: 85,
    airWhy: { ...AIR_WHY, warm: 'Sheet wax creeps when warm.', cold: 'Cold sheet wax cracks as it is bent.' },
    gate: ['Every joint closed and level', 'No lifted edge'],
    caution: 'Epoxy only, and below the wax’s softening point.',
  },
];

export function plugReleaseProgram(id: string): PlugReleaseProgram | undefined {
  return plugReleasePrograms.find((program) => program.id === id);
}
