import { DomainError } from '../errors/domain-error.js';
import { readCase } from '../formats/case-file.js';
import { listAt, numberAt, recordAt, textAt, type Json } from '../formats/json-read.js';
import type { GrowthCase, LayerSpec } from '../growth/growth-case.js';
import { KELVIN } from '../units/kelvin.js';

/** What a resin asks of what is laid of it and onto it. */
export interface ItemRule {
  /** Degree of cure of its top before the next session [-] */
  readonly openCure: number;
  /** Its top must be as cool by then [K]; null: any */
  readonly restartK: number | null;
  /** The next session begins no later than so long after it was laid [s] */
  readonly closeS: number;
  readonly maxK: number;
  /** Its coldest cell must have been as warm [K]; null: any */
  readonly actK: number | null;
  /** Items of its group in one session */
  readonly least: number;
  readonly most: number;
  readonly demoldCure: number;
}

/** One ply or film. */
export interface PlanItem {
  readonly name: string;
  readonly layer: LayerSpec;
  readonly layK: number;
  readonly layS: number;
  /** Only items of one group are laid in one session */
  readonly group: string;
  readonly rule: ItemRule;
}

/** Items laid in their order onto a plug within working spells; docs/formats.md. */
export interface PlanProblem {
  readonly name: string;
  /** Plug and air; without sessions */
  readonly bare: GrowthCase;
  readonly items: readonly PlanItem[];
  /** From, to [s]; in order, apart */
  readonly spells: readonly (readonly [number, number])[];
  readonly gridS: number;
  readonly faceMaxK: number;
  readonly demoldMinS: number;
}

const H = 3600;

/**
 * Reads a planning problem (docs/formats.md).
 * @throws DomainError naming the key that is missing or wrong
 */
export function readProblem(json: unknown): PlanProblem {
  const file = recordAt(json, 'problem');
  const rules = recordAt(file.rules, 'rules');
  const items = listAt(file.items, 'items').map((item, i) => recordAt(item, `items[${String(i)}]`));
  const horizonH = positive(file.horizon_h, 'horizon_h');
  const given = recordAt(file.case, 'case');
  const sessions = items.map((item) => ({ t_h: 0, T_lay_C: item.T_lay_C, plies: [item] }));
  const { growth } = readCase({ ...given, t_end_h: horizonH, sessions });
  const spells = listAt(file.open_h, 'open_h').map((spell, i): readonly [number, number] => {
    const at = `open_h[${String(i)}]`;
    const [from, to] = listAt(spell, at).map((one) => numberAt(one, at) * H);
    if (!(to > from))
      throw new DomainError({ code: 'value-out-of-range', quantity: at, value: [from / H, to / H], expected: 'from before to, in hours' });
    return [from, to];
  });
  return {
    name: file.name === undefined ? 'unnamed' : textAt(file.name, 'name'),
    bare: { ...growth, sessions: [] },
    items: growth.sessions.map(({ layK, layers: [layer] }, i): PlanItem => {
      const at = `items[${String(i)}]`;
      const resin = textAt(items[i].resin, `${at}.resin`);
      return {
        name: layer.name,
        layer,
        layK,
        layS: positive(items[i].lay_min, `${at}.lay_min`) * 60,
        group: items[i].group === undefined ? resin : textAt(items[i].group, `${at}.group`),
        rule: readRule(rules[resin], `rules.${resin}`),
      };
    }),
    spells: spells.sort(([a], [b]) => a - b),
    gridS: positive(file.grid_min, 'grid_min') * 60,
    faceMaxK: file.face_max_C === undefined || file.face_max_C === null ? Infinity : numberAt(file.face_max_C, 'face_max_C') + KELVIN,
    demoldMinS: file.demold_min_h === undefined ? 0 : numberAt(file.demold_min_h, 'demold_min_h') * H,
  };
}

function positive(value: Json, at: string): number {
  const number = numberAt(value, at);
  if (!(number > 0)) throw new DomainError({ code: 'value-out-of-range', quantity: at, value: number, expected: 'more than 0' });
  return number;
}

function readRule(value: Json, at: string): ItemRule {
  const rule = recordAt(value, at);
  const or = (key: string, otherwise: number): number =>
    rule[key] === undefined || rule[key] === null ? otherwise : numberAt(rule[key], `${at}.${key}`);
  const kelvin = (key: string): number | null =>
    rule[key] === undefined || rule[key] === null ? null : numberAt(rule[key], `${at}.${key}`) + KELVIN;
  return {
    openCure: or('open_cure', 0),
    restartK: kelvin('restart_C'),
    closeS: or('close_h', Infinity) * H,
    maxK: kelvin('max_C') ?? Infinity,
    actK: kelvin('act_C'),
    least: or('min_items', 1),
    most: or('max_items', Infinity),
    demoldCure: or('demold_cure', 0),
  };
}
