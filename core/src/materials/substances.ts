import { DomainError } from '../errors/domain-error.js';

/** Something that touches or heats something else on a plug. */
export interface Substance {
  readonly id: string;
  readonly name: string;
  /** What rules look at */
  readonly traits: readonly string[];
  /** Highest temperature it stands [°C]; null: does not limit. Typical, assumed. */
  readonly heatLimitC: number | null;
}

const of = (id: string, name: string, heatLimitC: number | null, ...traits: string[]): Substance => ({
  id,
  name,
  heatLimitC,
  traits: [id, ...traits],
});

/** What plugs are made of, covered and held with, and what is laid on them. Heat limits: docs/references.md#plug-materials. */
export const substances: readonly Substance[] = [
  of('board_bare', 'Wood board, bare', 100, 'substrate', 'bare wood'),
  of('board_sealed', 'Wood board, sealed', 90, 'substrate', 'sealed'),
  of('foam_ps', 'Polystyrene foam', 72, 'substrate', 'polystyrene'),
  of('foam_xps', 'Extruded polystyrene foam', 77, 'substrate', 'polystyrene'),
  of('foam_pu', 'Polyurethane foam', 70, 'substrate', 'porous'),
  of('foam_pvc', 'PVC foam', 75, 'substrate'),
  of('print_pla', 'Printed PLA', 52, 'substrate', 'crazes'),
  of('print_petg', 'Printed PETG', 67, 'substrate'),
  of('print_abs', 'Printed or formed ABS', 88, 'substrate', 'crazes'),
  of('acrylic_sheet', 'Acrylic sheet', 80, 'substrate', 'crazes'),
  of('polyolefin', 'Polyolefin or nylon', 80, 'substrate', 'nothing bonds'),
  of('tooling_board', 'Tooling board', 80, 'substrate', 'porous'),
  of('plaster', 'Plaster, dry', 80, 'substrate', 'porous'),
  of('aluminum', 'Aluminum', null, 'substrate', 'smooth metal'),
  of('old_part', 'Existing part, cured', 70, 'substrate'),
  of('plastic_unknown', 'Plastic, unknown', 60, 'substrate', 'unknown plastic'),
  of('filler_fresh', 'Filler, fresh', 70, 'surface', 'solvent inside'),
  of('filler_polyester', 'Polyester filler, as it is put on', 80, 'surface', 'styrene filler'),
  of('primer_two_pack', 'Two-pack primer', 90, 'surface', 'coating'),
  of('paint_fresh_pu', 'Two-pack polyurethane paint, fresh', 90, 'surface', 'coating', 'solvent inside', 'isocyanate'),
  of('lacquer_acrylic', 'Acrylic or nitro lacquer', 60, 'surface', 'coating', 'wrinkles'),
  of('shellac', 'Shellac', 45, 'surface', 'coating', 'sealer'),
  of('epoxy_undercured', 'Epoxy coat, under-cured or blushed', 60, 'surface', 'amine'),
  of('epoxy_cured', 'Epoxy coat, fully cured and washed', 75, 'surface', 'coating', 'epoxy coat'),
  of('clay_sulfur', 'Sulfur clay', 45, 'fillet', 'sulfur', 'clay'),
  of('clay_plain', 'Modeling clay, sulfur-free', 45, 'fillet', 'clay'),
  of('wax_fillet', 'Filleting wax', 52, 'fillet', 'wax'),
  of('wax_sheet', 'Sheet wax', 50, 'fillet', 'wax'),
  of('tape_masking', 'Masking tape', 60, 'held', 'tape'),
  of('hot_glue', 'Hot glue', 60, 'held', 'hot glue'),
  of('silicone', 'Silicone residue (polish, spray)', null, 'residue', 'silicone'),
  of('release_wax', 'Paste wax', 60, 'release', 'wax release'),
  of('release_film', 'Soluble film', 90, 'release', 'film release'),
  of('release_semi', 'Semi-permanent release', null, 'release', 'semi-permanent release'),
  of('resin_styrene', 'Polyester or vinyl ester', null, 'resin', 'styrene', 'free radical'),
  of('resin_epoxy', 'Epoxy', null, 'resin', 'epoxy'),
  of('resin_pu', 'Polyurethane', null, 'resin', 'isocyanate', 'fast foam'),
];

/** @throws DomainError for a substance that the table does not have */
export function substanceOf(id: string): Substance {
  const found = substances.find((one) => one.id === id);
  if (found) return found;
  throw new DomainError({ code: 'unknown-material', quantity: 'substance', value: id, expected: substances.map((one) => one.id).join(', ') });
}
