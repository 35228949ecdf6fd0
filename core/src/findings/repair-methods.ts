/** One thing that is done at a repair. */
export interface RepairStep {
  readonly name: string;
  readonly what: string;
  /** Until the next step may begin, at 20 °C [h] */
  readonly waitH: number;
}

/** A way to make a finding good. */
export interface RepairMethod {
  readonly id: string;
  readonly name: string;
  readonly steps: readonly RepairStep[];
  /** Shown where the work begins */
  readonly caution: string;
  /** Whether release goes on anew over the place before the next pull */
  readonly release: boolean;
}

const abrade: RepairStep = { name: 'Abrade', what: 'Feather the edge with 180, then 320. Stop where the next color shows.', waitH: 0 };
const wipe: RepairStep = { name: 'Wipe', what: 'Strip the release there, then clean solvent and a fresh cloth, twice, one way.', waitH: 0.25 };
const finish: RepairStep = { name: 'Finish', what: 'Block it level, then the ladder of the mold: no jump beyond a factor of two.', waitH: 0 };
const DUST = 'Glass and cured-resin dust: respirator, extraction, wet sanding where it goes.';
const STYRENE = `Peroxide: eyes, never near a metal accelerator. Styrene: air, no flame. ${DUST}`;

/** Waits at 20 °C (assumed, typical); in the cold longer, and the resin's sheet decides. */
export const repairMethods: readonly RepairMethod[] = [
  {
    id: 'polish',
    name: 'Wet sand and polish',
    steps: [
      { name: 'Wet sand', what: 'From 800 up, on a block, never with the fingers alone.', waitH: 0 },
      { name: 'Polish', what: 'Compounds from coarse to fine; look across it at a low light.', waitH: 0 },
    ],
    caution: 'Keep count of how deep: the gel coat is half a millimeter.',
    release: true,
  },
  {
    id: 'strip-and-treat',
    name: 'Strip and treat anew',
    steps: [
      { name: 'Strip', what: 'Remove build-up with the cleaner of the release system, cloth by cloth.', waitH: 0.5 },
      { name: 'Treat', what: 'All coats of the program with their waits.', waitH: 12 },
    ],
    caution: 'Solvents and wax cleaners: gloves, air, no flame.',
    release: true,
  },
  {
    id: 'gel-fill',
    name: 'Open out and fill with gel coat',
    steps: [
      { name: 'Open out', what: 'Open every hole until its edge is sound; a covered void comes back.', waitH: 0 },
      abrade,
      wipe,
      { name: 'Fill', what: 'Gel coat with surface additive or under film, a little proud. Small pots, right ratio.', waitH: 16 },
      finish,
    ],
    caution: STYRENE,
    release: true,
  },
  {
    id: 're-gel',
    name: 'Grind out and gel coat anew',
    steps: [
      { name: 'Grind out', what: 'Everything soft or loose, to sound skin coat, edges feathered over 30 mm.', waitH: 0 },
      wipe,
      { name: 'Gel coat', what: 'To the film of the card in passes, gauge it, air-dry or under film.', waitH: 24 },
      { name: 'Warm', what: '40 °C for some hours where the mold allows it.', waitH: 8 },
      finish,
    ],
    caution: STYRENE,
    release: true,
  },
  {
    id: 'from-behind',
    name: 'Laminate from behind, then fill',
    steps: [
      { name: 'Grind the back', what: 'Scarf over 12 times the thickness, dry and dust-free.', waitH: 0 },
      { name: 'Laminate', what: 'Two or three light plies wet on wet, rolled out; not thicker than the mold there.', waitH: 24 },
      { name: 'Open the face', what: 'Drill the ends of a crack, open it to a V.', waitH: 0 },
      wipe,
      { name: 'Fill', what: 'Gel coat under film, a little proud.', waitH: 16 },
      finish,
    ],
    caution: STYRENE,
    release: true,
  },
  {
    id: 'cure-on',
    name: 'Wipe and cure on',
    steps: [
      { name: 'Wipe', what: 'Tacky resin off with the solvent of its sheet; nothing is laid over it.', waitH: 0.5 },
      { name: 'Warm', what: '40 to 50 °C, below what plug or mold can bear.', waitH: 12 },
    ],
    caution: 'Solvents: gloves, air, no flame. Nothing warm under a closed cover.',
    release: false,
  },
  {
    id: 'refit',
    name: 'Refit on the plug and set',
    steps: [
      { name: 'Refit', what: 'Back on the plug or a true base, weighted evenly, gap measured.', waitH: 0 },
      { name: 'Warm', what: 'Up by at most 10 K an hour to 50 °C, hold, and cool on it.', waitH: 24 },
      { name: 'Frame', what: 'A frame on soft strips once it has settled.', waitH: 24 },
    ],
    caution: 'Weights and a warm mold: nobody under it.',
    release: false,
  },
];

export const repairMethod = (id: string): RepairMethod | undefined => repairMethods.find((method) => method.id === id);

/** Hours from the first step until the last may be done [h]. */
export const repairHours = ({ steps }: RepairMethod): number => steps.reduce((sum, { waitH }) => sum + waitH, 0);
