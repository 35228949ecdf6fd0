/** How a release system is kept up in service. */
export interface ReleaseProgram {
  readonly id: string;
  readonly name: string;
  /** First pulls of a new mold that each need a coat */
  readonly breakInPulls: number;
  /** Pulls between touch-up coats; the lower end is where a warning begins */
  readonly touchUpFrom: number;
  readonly touchUpBy: number;
  /** Pulls between strip and full treatment; 0: never stripped */
  readonly stripBy: number;
  /** What is done at a full treatment and at a touch-up, in order */
  readonly fullSteps: readonly string[];
  readonly touchUpSteps: readonly string[];
  /** Coats of each, usually */
  readonly coats: { readonly full: number; readonly touchUp: number };
  /** From the last coat to the next pull [h] */
  readonly waitH: { readonly full: number; readonly touchUp: number };
  readonly caution: string;
}

/** Typical intervals (assumed); the release maker's sheet and this mold's own record decide. */
export const releasePrograms: readonly ReleaseProgram[] = [
  {
    id: 'paste-wax',
    name: 'Paste wax',
    breakInPulls: 4,
    touchUpFrom: 3,
    touchUpBy: 6,
    stripBy: 25,
    fullSteps: ['Stripped with wax cleaner', 'Washed', 'Waxed, hazed, buffed', 'Hardened'],
    touchUpSteps: ['Wiped', 'Waxed, hazed, buffed'],
    coats: { full: 5, touchUp: 1 },
    waitH: { full: 12, touchUp: 1 },
    caution: 'Softens warm. Never under a semi-permanent release.',
  },
  {
    id: 'wax-film',
    name: 'Wax and soluble film',
    breakInPulls: 1,
    touchUpFrom: 1,
    touchUpBy: 1,
    stripBy: 25,
    fullSteps: ['Film washed off', 'Stripped with wax cleaner', 'Waxed, hazed, buffed', 'Film misted, then wet', 'Film dry and even'],
    touchUpSteps: ['Film washed off', 'Film misted, then wet', 'Film dry and even'],
    coats: { full: 4, touchUp: 1 },
    waitH: { full: 1, touchUp: 1 },
    caution: 'Film at each pull. Watch corners for runs, and damp air.',
  },
  {
    id: 'semi-permanent',
    name: 'Semi-permanent',
    breakInPulls: 3,
    touchUpFrom: 5,
    touchUpBy: 12,
    stripBy: 80,
    fullSteps: ['Stripped bare', 'Cleaned twice', 'Sealed', 'Coats with their waits', 'Final cure'],
    touchUpSteps: ['Cleaned', 'Coats with their waits'],
    coats: { full: 5, touchUp: 2 },
    waitH: { full: 3, touchUp: 1 },
    caution: 'Only on a bare, clean surface. Never over wax.',
  },
];

export function releaseProgram(id: string): ReleaseProgram | undefined {
  return releasePrograms.find((program) => program.id === id);
}
