import { DomainError } from '../errors/domain-error.js';
import { readCase } from '../formats/case-file.js';
import { listAt, numberAt, recordAt, textAt, type Json } from '../formats/json-read.js';
import type { GrowthCase } from '../growth/growth-case.js';
import { KELVIN } from '../units/kelvin.js';

/** A temperature that was read while it was built. */
export interface TwinReading {
  readonly timeS: number;
  readonly tempK: number;
  /** In the air, or in a layer at a height, 0 its bottom to 1 its top */
  readonly where: 'air' | { readonly layer: string; readonly frac: number };
}

/** What was planned, and what was read until now. */
export interface TwinProblem {
  readonly name: string;
  readonly planned: GrowthCase;
  readonly nowS: number;
  /** In order of time, none after now */
  readonly readings: readonly TwinReading[];
}

/**
 * Reads a twin file (docs/formats.md); readings after now are not known yet and left out.
 * @throws DomainError naming the key that is missing or wrong
 */
export function readTwin(json: unknown): TwinProblem {
  const file = recordAt(json, 'twin');
  const { growth } = readCase(recordAt(file.case, 'case'));
  const layers = growth.sessions.flatMap((session) => session.layers.map(({ name }) => name));
  const nowS = numberAt(file.now_h, 'now_h') * 3600;
  const readings = listAt(file.readings, 'readings').map((item, i) => readReading(item, `readings[${String(i)}]`, layers));
  return {
    name: file.name === undefined ? 'unnamed' : textAt(file.name, 'name'),
    planned: growth,
    nowS,
    readings: readings.filter(({ timeS }) => timeS <= nowS + 1e-6).sort((a, b) => a.timeS - b.timeS),
  };
}

function readReading(value: Json, at: string, layers: readonly string[]): TwinReading {
  const reading = recordAt(value, at);
  const common = { timeS: numberAt(reading.t_h, `${at}.t_h`) * 3600, tempK: numberAt(reading.T_C, `${at}.T_C`) + KELVIN };
  if (reading.layer === undefined) {
    if (reading.where !== 'air')
      throw new DomainError({
        code: 'value-out-of-range',
        quantity: `${at}.where`,
        value: reading.where,
        expected: '"air", or a layer and its frac',
      });
    return { ...common, where: 'air' };
  }
  const layer = textAt(reading.layer, `${at}.layer`);
  if (!layers.includes(layer))
    throw new DomainError({ code: 'value-out-of-range', quantity: `${at}.layer`, value: layer, expected: `one of ${layers.join(', ')}` });
  const frac = numberAt(reading.frac, `${at}.frac`);
  if (frac < 0 || frac > 1)
    throw new DomainError({ code: 'value-out-of-range', quantity: `${at}.frac`, value: frac, expected: '0 at the bottom to 1 at the top' });
  return { ...common, where: { layer, frac } };
}
