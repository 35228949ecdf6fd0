import { Module } from '@nestjs/common';
import { JudgingModule } from '../judging/judging.module.js';
import { ShopController } from './shop.controller.js';
import { ShopService } from './shop.service.js';

@Module({ imports: [JudgingModule], controllers: [ShopController], providers: [ShopService], exports: [ShopService] })
export class ShopModule {}
