import { applyDecorators, SetMetadata } from '@nestjs/common';
import { ApiExtension } from '@nestjs/swagger';
import type { Right } from '@pentimento/core/rights';

/** What a route asks for: a right of core's table, or nothing, not even that somebody is signed in. */
export type Need = Right | 'nothing';

export const NEED_KEY = 'pentimento:need';

/** Says what a route asks for; a route that does not say is refused to everybody. Shown in the OpenAPI document as x-needs. */
export const Needs = (need: Need): MethodDecorator => applyDecorators(SetMetadata(NEED_KEY, need), ApiExtension('x-needs', need));
