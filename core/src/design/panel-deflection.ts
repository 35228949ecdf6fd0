import { requireInRange } from '../errors/require.js';

/** A shell between two frame members, as a wide strip. */
export interface PanelInput {
  /** Free span [m] */
  readonly spanM: number;
  /** Shell thickness [m] */
  readonly thicknessM: number;
  /** [Pa], [-] */
  readonly modulusPa: number;
  readonly poisson: number;
  /** [Pa] */
  readonly pressurePa: number;
}

/** Flexural rigidity of a plate D = E·t³/(12(1 − ν²)) [N·m]. */
export function plateRigidity({ modulusPa, thicknessM, poisson }: Pick<PanelInput, 'modulusPa' | 'thicknessM' | 'poisson'>): number {
  return (modulusPa * thicknessM ** 3) / (12 * (1 - poisson ** 2));
}

/**
 * Largest deflection of a long panel under even pressure, w = 5 q L⁴/(384 D) with free rotation at the frame (soft strips),
 * q L⁴/(384 D) where it is built in.
 * @returns [m], both ends of what a real frame does
 * @throws DomainError for sizes that make no sense
 */
export function panelDeflectionM(input: PanelInput): { readonly supportedM: number; readonly builtInM: number } {
  requireInRange('span between frame members', input.spanM * 1000, { min: 10, max: 10000, unit: 'mm' });
  requireInRange('thickness of the shell', input.thicknessM * 1000, { min: 0.2, max: 200, unit: 'mm' });
  requireInRange('modulus', input.modulusPa / 1e9, { min: 0.05, max: 300, unit: 'GPa' });
  requireInRange('pressure', input.pressurePa / 1000, { min: 0, max: 2000, unit: 'kPa' });
  const builtInM = (input.pressurePa * input.spanM ** 4) / (384 * plateRigidity(input));
  return { supportedM: 5 * builtInM, builtInM };
}

/** Widest frame spacing at which the panel on soft strips stays inside a deflection [m]. */
export function widestSpanM(input: Omit<PanelInput, 'spanM'>, sagM: number): number {
  return ((384 * plateRigidity(input) * sagM) / (5 * input.pressurePa)) ** 0.25;
}
