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
    caution: 'Softens warm. Never under a semi-permanent release.',
  },
  {
    id: 'wax-film',
    name: 'Wax and soluble film',
    breakInPulls: 1,
    touchUpFrom: 1,
    touchUpBy: 1,
    stripBy: 25,
    caution: 'Film at each pull. Watch corners for runs, and damp air.',
  },
  {
    id: 'semi-permanent',
    name: 'Semi-permanent',
    breakInPulls: 3,
    touchUpFrom: 5,
    touchUpBy: 12,
    stripBy: 80,
    caution: 'Only on a bare, clean surface. Never over wax.',
  },
];

export function releaseProgram(id: string): ReleaseProgram | undefined {
  return releasePrograms.find((program) => program.id === id);
}
