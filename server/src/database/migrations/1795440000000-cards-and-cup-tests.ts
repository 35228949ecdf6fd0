import type { MigrationInterface, QueryRunner } from 'typeorm';
import { frozenResins, type FrozenResin } from './1795440000000-resins-of-0-2.js';

/** A card as version 0.1 kept it: kinetic numbers and limits side by side, one origin for all. */
interface OldCard {
  readonly id: string;
  readonly name: string;
  readonly origin: string;
  readonly limits: {
    readonly catalyst: { readonly minPct: number; readonly maxPct: number; readonly typicalPct: number } | null;
    readonly shopMinC: number;
    readonly maxLaminateC: number;
    readonly activationC: number | null;
    readonly restartBelowC: number | null;
    readonly bondClosesH: number;
    readonly wetOnWet: boolean;
    readonly demoldCure: number;
  };
}

interface SheetValue {
  readonly value: number | string | boolean | null;
  readonly origin: string;
  readonly note: string;
  readonly date: null;
}

/** A card as a data sheet, in the form of version 0.2. */
interface SheetCard {
  readonly formatVersion: 1;
  readonly id: string;
  readonly kind: 'resin';
  readonly name: string;
  readonly gelTimes: readonly never[];
  readonly values: Readonly<Record<string, SheetValue>>;
}

/** Only limits could be changed then; the rest is the built-in card's. */
export function fromOldCard({ id, name, origin, limits }: OldCard, note: string): SheetCard {
  const builtIn = frozenResins.find((card) => card.id === id);
  if (!builtIn) throw new Error(`card "${id}" is not a built-in one`);
  const { catalyst, shopMinC, maxLaminateC, activationC, restartBelowC, bondClosesH, wetOnWet, demoldCure } = limits;
  const changed = {
    ...{ shopMinC, maxLaminateC, activationC, restartBelowC, bondClosesH, wetOnWet, demoldCure },
    ...(catalyst && { catalystMinPct: catalyst.minPct, catalystTypicalPct: catalyst.typicalPct, catalystMaxPct: catalyst.maxPct }),
  };
  const as = (source: Pick<SheetValue, 'origin' | 'note'>, values: FrozenResin['values']): Record<string, SheetValue> =>
    Object.fromEntries(Object.entries(values).map(([key, value]) => [key, { value, ...source, date: null }]));
  const values = { ...as({ origin: 'assumed', note: 'typical' }, builtIn.values), ...as({ origin, note: note.slice(0, 300) }, changed) };
  return { formatVersion: 1, id, kind: 'resin', name, gelTimes: [], values };
}

/** Cards become data sheets with an origin per value; cup tests. */
export class CardsAndCupTests1795440000000 implements MigrationInterface {
  name = 'CardsAndCupTests1795440000000';

  async up(query: QueryRunner): Promise<void> {
    await query.query(`alter table card_version disable trigger card_version_append_only`);
    const rows = await query.manager.query<{ card_id: string; version: number; note: string; card: OldCard }[]>(
      `select card_id, version, note, card from card_version where card ? 'limits'`,
    );
    for (const row of rows) {
      const card = JSON.stringify(fromOldCard(row.card, row.note));
      await query.query(`update card_version set card = $1 where card_id = $2 and version = $3`, [card, row.card_id, row.version]);
    }
    await query.query(`
      alter table card_version enable trigger card_version_append_only;
      create table cup_test (
        id uuid primary key, card_id text not null, test jsonb not null, source text not null, note text not null,
        made_by uuid not null references person, made_at timestamptz not null
      );
      create index cup_test_card on cup_test (card_id, made_at);
      create trigger cup_test_append_only before update or delete on cup_test for each row execute function refuse_change();
    `);
  }

  async down(query: QueryRunner): Promise<void> {
    // Cards are not turned back: the old form has no place for what the new one says.
    await query.query(`drop table cup_test`);
  }
}
