/** A plug material as offered in a plan. */
export interface PlugChoice {
  readonly id: string;
  readonly name: string;
  /** Highest interface temperature the bare material stands [°C]; assumed (typical) */
  readonly heatLimitC: number;
}

/** Plug materials with their usual heat limits; the coating on top is often weaker and its limit is then entered instead. */
export const plugChoices: readonly PlugChoice[] = [
  { id: 'mdf', name: 'Fiberboard, sealed', heatLimitC: 90 },
  { id: 'plywood', name: 'Plywood, sealed', heatLimitC: 90 },
  { id: 'pu_foam', name: 'Polyurethane foam, coated', heatLimitC: 70 },
  { id: 'tooling_board', name: 'Tooling board', heatLimitC: 80 },
  { id: 'plaster', name: 'Plaster, dry and sealed', heatLimitC: 80 },
  { id: 'abs', name: 'Printed or formed ABS', heatLimitC: 85 },
  { id: 'aluminium', name: 'Aluminum', heatLimitC: 150 },
  { id: 'cured_frp', name: 'Existing part, cured laminate', heatLimitC: 70 },
];
