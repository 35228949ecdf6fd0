import { KELVIN } from '../units/kelvin.js';
import type { KineticCard } from '../cure/kinetic-card.js';
import { DomainError } from '../errors/domain-error.js';
import type { GrowthCase, LayerSpec, PlugBack, SessionSpec } from '../growth/growth-case.js';
import type { AirCourse } from '../heat/air.js';
import { laminateThicknessM } from '../laminate/ply.js';
import type { ThermalMaterial } from '../heat/mixture.js';
import { kineticCards } from '../materials/kinetic-cards.js';
import { plugMaterials } from '../materials/plug-materials.js';
import { numberAt, recordAt, listAt, textAt, type Json } from './json-read.js';

/** Where and when a case file asks for temperature and cure. */
export interface CaseProbe {
  readonly layer: string;
  /** Height within the layer, 0 bottom – 1 top */
  readonly frac: number;
}

export interface ParsedCase {
  readonly name: string;
  readonly growth: GrowthCase;
  readonly probes: readonly CaseProbe[];
  readonly probeTimesS: readonly number[];
  /** Mechanics of every laid layer, bottom first, and the moment of demolding; null: the case does not say */
  readonly setting: CaseSetting | null;
}

/** What a case says of how its layers set. */
export interface CaseSetting {
  readonly demoldS: number;
  readonly layers: readonly Mechanics[];
}

/** Keys of a case's `set`, in SI. */
export interface Mechanics {
  /** Plate modulus of full cure, E/(1−ν) [Pa] */
  readonly endPa: number;
  readonly shrink: number;
  readonly lowProfile: { readonly shrink: number; readonly fromC: number } | null;
  readonly expansion: number;
}

/**
 * Reads a case file (docs/formats.md): hours, °C, millimeters, g/m² become SI and kelvin.
 * @param json the parsed file
 * @throws DomainError naming the key that is missing or wrong
 */
export function readCase(json: unknown): ParsedCase {
  const file = recordAt(json, 'case');
  const cards = { ...kineticCards, ...readOwn(file.cards, 'cards', readCard) };
  const materials = { ...plugMaterials, ...readOwn(file.materials, 'materials', readMaterial) };
  const plug = recordAt(file.plug, 'plug');
  return {
    name: file.name === undefined ? 'unnamed' : textAt(file.name, 'name'),
    growth: {
      endS: numberAt(file.t_end_h, 't_end_h') * 3600,
      air: readAir(file.air),
      topH: file.top === undefined ? 9 : numberAt(recordAt(file.top, 'top').h, 'top.h'),
      plug: {
        layers: listAt(plug.layers, 'plug.layers').map((item, i) => {
          const at = `plug.layers[${String(i)}]`;
          const layer = recordAt(item, at);
          const id = textAt(layer.material, `${at}.material`);
          return { name: id, material: pick(materials, id, 'unknown-material', `${at}.material`), thicknessM: numberAt(layer.mm, `${at}.mm`) / 1000 };
        }),
        back: readBack(plug.back),
        contactResistance: plug.Rc === undefined ? 2.5e-4 : numberAt(plug.Rc, 'plug.Rc'),
        startK: numberAt(plug.T0_C, 'plug.T0_C') + KELVIN,
      },
      sessions: listAt(file.sessions, 'sessions').map((item, i) => readSession(item, `sessions[${String(i)}]`, cards)),
    },
    probes: file.probes === undefined ? [] : listAt(file.probes, 'probes').map(readProbe),
    probeTimesS:
      file.probe_times_h === undefined
        ? []
        : listAt(file.probe_times_h, 'probe_times_h').map((t, i) => numberAt(t, `probe_times_h[${String(i)}]`) * 3600),
    setting: file.set === undefined || file.demold_h === undefined ? null : readSetting(file.set, file.demold_h, file.sessions),
  };
}

function pick<V>(from: Readonly<Record<string, V>>, id: string, code: 'unknown-card' | 'unknown-material', quantity: string): V {
  if (Object.hasOwn(from, id)) return from[id];
  throw new DomainError({ code, quantity, value: id, expected: `one of ${Object.keys(from).join(', ')}` });
}

function readOwn<V>(value: Json, at: string, read: (value: Json, at: string) => V): Record<string, V> {
  if (value === undefined) return {};
  return Object.fromEntries(Object.entries(recordAt(value, at)).map(([id, own]) => [id, read(own, `${at}.${id}`)]));
}

function readMaterial(value: Json, at: string): ThermalMaterial {
  const m = recordAt(value, at);
  return { rho: numberAt(m.rho, `${at}.rho`), cp: numberAt(m.cp, `${at}.cp`), k: numberAt(m.k, `${at}.k`) };
}

function readCard(value: Json, at: string): KineticCard {
  const card = recordAt(value, at);
  const number = (key: string): number => numberAt(card[key], `${at}.${key}`);
  const optional = (key: string): number | undefined => (card[key] === undefined || card[key] === null ? undefined : number(key));
  return {
    name: card.name === undefined ? at : textAt(card.name, `${at}.name`),
    rho_r: number('rho_r'),
    cp_r: number('cp_r'),
    k_r: number('k_r'),
    H: number('H'),
    k1: number('k1'),
    k2: number('k2'),
    E1: number('E1'),
    E2: number('E2'),
    m: number('m'),
    n: number('n'),
    c_ref: optional('c_ref') ?? null,
    t_ind_min: optional('t_ind_min'),
    Ez: optional('Ez'),
    p: optional('p'),
    q: optional('q') ?? 0.5,
    Tg0: number('Tg0'),
    Tg1: number('Tg1'),
    lam: number('lam'),
    dTv: number('dTv'),
    a_gel: number('a_gel'),
    filler_w: optional('filler_w'),
    filler: card.filler === undefined ? undefined : readMaterial(card.filler, `${at}.filler`),
  };
}

function readAir(value: Json): AirCourse {
  if (typeof value === 'number') return { kind: 'constant', tempK: value + KELVIN };
  const air = recordAt(value, 'air');
  if (air.mean !== undefined) {
    return {
      kind: 'daily',
      meanK: numberAt(air.mean, 'air.mean') + KELVIN,
      ampK: numberAt(air.amp, 'air.amp'),
      warmestS: numberAt(air.t_max_h, 'air.t_max_h') * 3600,
    };
  }
  return {
    kind: 'table',
    timeS: listAt(air.t_h, 'air.t_h').map((t, i) => numberAt(t, `air.t_h[${String(i)}]`) * 3600),
    tempK: listAt(air.T_C, 'air.T_C').map((t, i) => numberAt(t, `air.T_C[${String(i)}]`) + KELVIN),
  };
}

function readBack(value: Json): PlugBack {
  if (value === 'adiabatic') return { kind: 'adiabatic' };
  const back = recordAt(value, 'plug.back');
  return {
    kind: 'convective',
    h: numberAt(back.h, 'plug.back.h'),
    tempK: back.T_C === undefined ? null : numberAt(back.T_C, 'plug.back.T_C') + KELVIN,
  };
}

function readSession(value: Json, at: string, cards: Readonly<Record<string, KineticCard>>): SessionSpec {
  const session = recordAt(value, at);
  return {
    startS: numberAt(session.t_h, `${at}.t_h`) * 3600,
    layK: numberAt(session.T_lay_C, `${at}.T_lay_C`) + KELVIN,
    layers: listAt(session.plies, `${at}.plies`).map((item, i) => readPly(item, `${at}.plies[${String(i)}]`, cards)),
  };
}

function readPly(value: Json, at: string, cards: Readonly<Record<string, KineticCard>>): LayerSpec {
  const ply = recordAt(value, at);
  const card = pick(cards, textAt(ply.resin, `${at}.resin`), 'unknown-card', `${at}.resin`);
  const glassW = ply.glass_w === undefined ? 0 : numberAt(ply.glass_w, `${at}.glass_w`);
  const thicknessM =
    ply.mm === undefined
      ? laminateThicknessM({ glassGsm: numberAt(ply.glass_gsm, `${at}.glass_gsm (or mm)`), glassW, card })
      : numberAt(ply.mm, `${at}.mm`) / 1000;
  const inductionUsed = ply.X === undefined ? 0 : numberAt(ply.X, `${at}.X`);
  return {
    ...(inductionUsed > 0 ? { plies: [{ afterS: 0, thicknessM, inductionUsed }] } : {}),
    name: ply.name === undefined ? at : textAt(ply.name, `${at}.name`),
    card,
    thicknessM,
    glassW,
    catalystPct: ply.cat_pct === undefined || ply.cat_pct === null ? null : numberAt(ply.cat_pct, `${at}.cat_pct`),
  };
}

/** Mechanics by resin, given to each ply of the sessions in their order. */
function readSetting(set: Json, demoldH: Json, sessions: Json): CaseSetting {
  const known = readOwn(set, 'set', (value, at): Mechanics => {
    const said = recordAt(value, at);
    const number = (key: string): number => numberAt(said[key], `${at}.${key}`);
    const warm = said.S_act !== undefined && said.S_act !== null;
    return {
      endPa: (number('E_GPa') * 1e9) / (1 - number('nu')),
      shrink: number('S'),
      lowProfile: warm ? { shrink: number('S_act'), fromC: number('act_C') } : null,
      expansion: number('aI'),
    };
  });
  const layers = listAt(sessions, 'sessions').flatMap((session, s) =>
    listAt(recordAt(session, `sessions[${String(s)}]`).plies, `sessions[${String(s)}].plies`).map((ply, p) => {
      const at = `sessions[${String(s)}].plies[${String(p)}]`;
      return pick(known, textAt(recordAt(ply, at).resin, `${at}.resin`), 'unknown-card', `set for ${at}.resin`);
    }),
  );
  return { demoldS: numberAt(demoldH, 'demold_h') * 3600, layers };
}

function readProbe(value: Json, i: number): CaseProbe {
  const at = `probes[${String(i)}]`;
  const probe = recordAt(value, at);
  return { layer: textAt(probe.layer, `${at}.layer`), frac: numberAt(probe.frac, `${at}.frac`) };
}
