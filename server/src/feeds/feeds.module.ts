import { Module } from '@nestjs/common';
import { CardsModule } from '../cards/cards.module.js';
import { MoldsModule } from '../molds/molds.module.js';
import { ShopModule } from '../shop/shop.module.js';
import { FeedsController } from './feeds.controller.js';
import { FeedsService } from './feeds.service.js';

@Module({ imports: [CardsModule, MoldsModule, ShopModule], controllers: [FeedsController], providers: [FeedsService] })
export class FeedsModule {}
