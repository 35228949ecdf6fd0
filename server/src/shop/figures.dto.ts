import { workKinds, type PaceFigure, type ResinFigure, type ShopFigures, type Spread, type WorkKind } from '@pentimento/core/bench';
import { ChoiceField, ListField, NumberField, PartField, TextField } from '../wire/fields.js';

const COUNT = { min: 0, max: 1e6, unit: '' };
const RATIO = { min: -1e6, max: 1e6, unit: '' };
const MOST = 500;

export class SpreadDto implements Spread {
  @NumberField(COUNT, { integer: true }) count: number;
  @NumberField(RATIO) middle: number;
  /** Between these lies the middle half */
  @NumberField(RATIO) low: number;
  @NumberField(RATIO) high: number;
}

export class PaceFigureDto implements PaceFigure {
  @ChoiceField(workKinds) kind: WorkKind;
  /** null: everybody */
  @TextField(80, { nullable: true }) who: string | null;
  @PartField(() => SpreadDto) pace: SpreadDto;
  @NumberField({ min: 0, max: 1e6, unit: 'min/m²' }, { nullable: true }) minPerM2: number | null;
}

export class ResinFigureDto implements ResinFigure {
  /** null: every resin */
  @TextField(60, { nullable: true }) cardId: string | null;
  @TextField(80, { nullable: true }) who: string | null;
  @PartField(() => SpreadDto) leftPct: SpreadDto;
  @NumberField({ min: 0, max: 1e6, unit: 'g/m²' }) usedGPerM2: number;
  @NumberField({ min: 0, max: 100, unit: '%' }) thrownPct: number;
}

export class ShopFiguresDto implements ShopFigures {
  @NumberField(COUNT, { integer: true }) builds: number;
  @ListField(() => PaceFigureDto, MOST) paces: PaceFigureDto[];
  @ListField(() => ResinFigureDto, MOST) resins: ResinFigureDto[];
}
