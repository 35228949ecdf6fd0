import { DomainError } from '../errors/domain-error.js';
import { isRecord, listAt, numberAt, recordAt, textAt, type Json } from '../formats/json-read.js';

/** Where a mold stands before a pull. */
export interface PullState {
  /** Pulls since the last coat of any kind, since the last full treatment, since new */
  readonly sinceCoat: number;
  readonly sinceFull: number;
  readonly sinceNew: number;
}

/** What happened to a mold, oldest first. */
export type MoldEvent =
  | {
      readonly kind: 'full' | 'touch-up';
      /** Of these zones only; left out: the whole mold */
      readonly zones?: readonly string[];
    }
  /** Ease by zone, 1 fell out to 5 stuck; null: nobody graded it */
  | { readonly kind: 'pull'; readonly ease: Readonly<Record<string, number>> | null };

/** A mold in service, as far as its release is concerned. */
export interface MoldRecord {
  readonly id: string;
  readonly program: string;
  /** Temperature of the part as it cures [°C] */
  readonly partHeatC: number;
  /** Of the mold as parts are laid in it [°C]; left out: as warm as a shop */
  readonly moldHeatC?: number;
  readonly zones: readonly string[];
  /** What kind of place each zone is, where its name does not say it; zones of a kind are alike in all molds */
  readonly kinds?: readonly string[];
  /** Pulls before the first of its events, where the record is cut; left out: it is whole */
  readonly before?: PullState;
  readonly events: readonly MoldEvent[];
}

/**
 * Reads the molds of a shop (docs/formats.md).
 * @throws DomainError naming the key that is missing or wrong
 */
export function readShop(json: unknown): MoldRecord[] {
  return listAt(recordAt(json, 'shop').molds, 'molds').map((item, i) => {
    const at = `molds[${String(i)}]`;
    const mold = recordAt(item, at);
    const zones = listAt(mold.zones, `${at}.zones`).map((zone) => textAt(zone, `${at}.zones`));
    if (zones.length === 0) throw new DomainError({ code: 'value-missing', quantity: `${at}.zones`, value: [], expected: 'at least one zone' });
    return {
      id: textAt(mold.id, `${at}.id`),
      program: textAt(mold.program, `${at}.program`),
      partHeatC: mold.part_heat_C === undefined || mold.part_heat_C === null ? 25 : numberAt(mold.part_heat_C, `${at}.part_heat_C`),
      ...(mold.mold_heat_C === undefined || mold.mold_heat_C === null ? {} : { moldHeatC: numberAt(mold.mold_heat_C, `${at}.mold_heat_C`) }),
      zones,
      events: listAt(mold.events, `${at}.events`).map((event, e) => readEvent(event, `${at}.events[${String(e)}]`, zones)),
    };
  });
}

function readEvent(value: Json, at: string, zones: readonly string[]): MoldEvent {
  const event = recordAt(value, at);
  const kind = textAt(event.kind, `${at}.kind`);
  if (kind === 'full' || kind === 'touch-up') return { kind };
  if (kind !== 'pull') throw new DomainError({ code: 'value-out-of-range', quantity: `${at}.kind`, value: kind, expected: 'full, touch-up or pull' });
  if (!isRecord(event.ease)) return { kind, ease: null };
  const ease = Object.fromEntries(
    Object.entries(event.ease).map(([zone, grade]) => {
      const number = numberAt(grade, `${at}.ease.${zone}`);
      if (!zones.includes(zone) || !Number.isInteger(number) || number < 1 || number > 5)
        throw new DomainError({
          code: 'value-out-of-range',
          quantity: `${at}.ease.${zone}`,
          value: grade,
          expected: `1 to 5, in ${zones.join(', ')}`,
        });
      return [zone, number] as const;
    }),
  );
  return { kind, ease };
}
