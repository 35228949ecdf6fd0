import { Module } from '@nestjs/common';
import { CardsModule } from '../cards/cards.module.js';
import { ShopModule } from '../shop/shop.module.js';
import { ShopPlansController } from './shop-plans.controller.js';
import { ShopPlansService } from './shop-plans.service.js';
import { ShopPlansWorker } from './shop-plans.worker.js';

@Module({ imports: [CardsModule, ShopModule], controllers: [ShopPlansController], providers: [ShopPlansService, ShopPlansWorker] })
export class ShopPlansModule {}
