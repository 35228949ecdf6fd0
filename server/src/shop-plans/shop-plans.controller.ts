import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import type { Person } from '../people/person.entity.js';
import type { ShopPlan } from './shop-plan.entity.js';
import { NewShopPlanDto, ShopPlanDto, ShopPlanHeadDto } from './shop-plans.dto.js';
import { ShopPlansService } from './shop-plans.service.js';
import { ShopPlansWorker } from './shop-plans.worker.js';

const toHead = ({ id, status, askedBy, askedAt, progress, words }: ShopPlan): ShopPlanHeadDto => ({
  id,
  status,
  askedBy: askedBy.name,
  askedAt: askedAt.toISOString(),
  progress,
  words,
});

function toDto(plan: ShopPlan): ShopPlanDto {
  const { asked, result } = plan;
  const versionOf = (id: string): number => asked.builds.find((one) => one.id === id)?.version ?? 1;
  return {
    ...toHead(plan),
    builds: asked.builds.map(({ id, wantedBy, fixed }) => ({ id, wantedBy, fixed })),
    found: result?.builds.map((one) => ({ ...one, version: versionOf(one.id) })) ?? [],
    without: [...(result?.without ?? [])],
  };
}

@ApiTags('shop plans')
@Controller('shop/plans')
export class ShopPlansController {
  constructor(
    private readonly plans: ShopPlansService,
    private readonly worker: ShopPlansWorker,
  ) {}

  /** The last ones, newest first. */
  @Get()
  @Needs('look')
  @ApiOkResponse({ type: [ShopPlanHeadDto] })
  async list(): Promise<ShopPlanHeadDto[]> {
    return (await this.plans.list()).map(toHead);
  }

  /** Asks for a plan of several builds that share the shop; it is worked out in a queue. */
  @Post()
  @Needs('plan')
  @ApiCreatedResponse({ type: ShopPlanDto })
  async ask(@Body() body: NewShopPlanDto, @CurrentPerson() person: Person): Promise<ShopPlanDto> {
    if (await this.plans.ask(body, person)) await this.worker.queue(body.id);
    return toDto(await this.plans.get(body.id));
  }

  @Get(':id')
  @Needs('look')
  @ApiOkResponse({ type: ShopPlanDto })
  async get(@Param('id', ParseUUIDPipe) id: string): Promise<ShopPlanDto> {
    return toDto(await this.plans.get(id));
  }

  /** What was found until then stays. */
  @Post(':id/stop')
  @Needs('plan')
  @HttpCode(204)
  @ApiNoContentResponse()
  async stop(@Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.plans.stop(id);
  }
}
