import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import { Person } from '../people/person.entity.js';
import { ShopFiguresDto } from './figures.dto.js';
import { NewShopDto, SavedShopDto } from './shop.dto.js';
import { ShopService } from './shop.service.js';

@ApiTags('shop')
@Controller('shop')
export class ShopController {
  constructor(private readonly shop: ShopService) {}

  @Get('calendar')
  @Needs('look')
  @ApiOkResponse({ type: SavedShopDto })
  calendar(): Promise<SavedShopDto> {
    return this.shop.current();
  }

  /** Minutes and resin by the shop's own logs, beside what plans take for them. */
  @Get('figures')
  @Needs('look')
  @ApiOkResponse({ type: ShopFiguresDto })
  async figures(): Promise<ShopFiguresDto> {
    const { builds, paces, resins } = await this.shop.figures();
    return { builds, paces: [...paces], resins: [...resins] };
  }

  @Put('calendar')
  @Needs('shop')
  @ApiOkResponse({ type: SavedShopDto })
  save(@Body() body: NewShopDto, @CurrentPerson() person: Person): Promise<SavedShopDto> {
    return this.shop.save(body, person);
  }
}
