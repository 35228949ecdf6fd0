import { Body, Controller, Get, Injectable, Module, Param, ParseUUIDPipe, Patch, Post } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { storeClasses, type StoreClass } from '@pentimento/core/materials';
import { Repository } from 'typeorm';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import { CardsModule } from '../cards/cards.module.js';
import { CardsService } from '../cards/cards.service.js';
import { idTaken, notFound, ProblemException } from '../errors/problem.js';
import { Person } from '../people/person.entity.js';
import { ChoiceField, DayField, FlagField, IdField, TextField } from '../wire/fields.js';
import { StoredLot } from './lot.entity.js';

export class NewLotDto {
  @IdField() id: string;
  @TextField(60) cardId: string;
  @TextField(60) number: string;
  @DayField() received: string;
  @DayField({ nullable: true }) opened: string | null;
  @DayField({ nullable: true }) expires: string | null;
  @ChoiceField(storeClasses) store: StoreClass;
  @TextField(300, { minLength: 0 }) note: string;
}

export class LotDto extends NewLotDto {
  @FlagField() usedUp: boolean;
  @TextField(80) madeBy: string;
}

/** What changes of a lot: first opened, used up. */
export class LotChangeDto {
  @DayField({ nullable: true }) opened: string | null;
  @FlagField() usedUp: boolean;
}

const dto = ({ id, cardId, number, received, opened, expires, store, usedUp, note, madeBy }: StoredLot): LotDto => ({
  id,
  cardId,
  number,
  received,
  opened,
  expires,
  store,
  usedUp,
  note,
  madeBy: madeBy.name,
});

@Injectable()
export class LotsService {
  constructor(
    @InjectRepository(StoredLot) private readonly lots: Repository<StoredLot>,
    private readonly cards: CardsService,
  ) {}

  /** Those in use first, the newest before older ones. */
  list(): Promise<StoredLot[]> {
    return this.lots.find({ relations: { madeBy: true }, order: { usedUp: 'ASC', received: 'DESC', number: 'ASC' }, take: MOST_LISTED });
  }

  /** Takes a delivery in. The same again changes nothing. */
  async add(input: NewLotDto, by: Person): Promise<StoredLot> {
    const number = input.number.trim();
    if (number === '') throw new ProblemException(422, 'no-number', 'Give the lot the number that is printed on it.');
    if (!(await this.cards.list()).some(({ id }) => id === input.cardId)) throw notFound('card');
    if (input.opened !== null && input.opened < input.received)
      throw new ProblemException(422, 'opened-before-received', 'A lot cannot be opened before it was received. Correct one of the two days.');
    const before = await this.lots.findOneBy({ cardId: input.cardId, number });
    if (before && before.id !== input.id)
      throw new ProblemException(409, 'lot-known', `Lot ${number} of this material is in the register already, received ${before.received}.`);
    const lot = { ...input, number, usedUp: false, madeById: by.id, madeAt: new Date() };
    await this.lots.createQueryBuilder().insert().values(lot).orIgnore().execute();
    const kept = await this.one(input.id);
    if (kept.cardId !== input.cardId || kept.number !== number) throw idTaken('lot');
    return kept;
  }

  async change(id: string, { opened, usedUp }: LotChangeDto): Promise<StoredLot> {
    const lot = await this.one(id);
    if (opened !== null && opened < lot.received)
      throw new ProblemException(422, 'opened-before-received', 'A lot cannot be opened before it was received. Correct the day.');
    await this.lots.update({ id }, { opened, usedUp });
    return this.one(id);
  }

  private async one(id: string): Promise<StoredLot> {
    const lot = await this.lots.findOne({ where: { id }, relations: { madeBy: true } });
    if (!lot) throw notFound('lot');
    return lot;
  }
}

const MOST_LISTED = 1000;

@ApiTags('lots')
@Controller('lots')
export class LotsController {
  constructor(private readonly lots: LotsService) {}

  @Get()
  @Needs('look')
  @ApiOkResponse({ type: [LotDto] })
  async list(): Promise<LotDto[]> {
    return (await this.lots.list()).map(dto);
  }

  @Post()
  @Needs('log')
  @ApiCreatedResponse({ type: LotDto })
  async add(@Body() body: NewLotDto, @CurrentPerson() person: Person): Promise<LotDto> {
    return dto(await this.lots.add(body, person));
  }

  @Patch(':id')
  @Needs('log')
  @ApiOkResponse({ type: LotDto })
  async change(@Param('id', ParseUUIDPipe) id: string, @Body() body: LotChangeDto): Promise<LotDto> {
    return dto(await this.lots.change(id, body));
  }
}

@Module({ imports: [CardsModule], controllers: [LotsController], providers: [LotsService] })
export class LotsModule {}
