import { Controller, Get } from '@nestjs/common';
import { ApiExcludeController, type OpenAPIObject } from '@nestjs/swagger';
import { Needs } from './auth/needs.js';

/** The description of the wire, for people who are signed in (no interactive page). */
@ApiExcludeController()
@Controller('openapi.json')
export class OpenApiController {
  private document: OpenAPIObject | null = null;

  /** Given by the application once it is made, since only then all routes are known. */
  offer(document: OpenAPIObject): void {
    this.document = document;
  }

  @Get()
  @Needs('look')
  openApi(): OpenAPIObject | null {
    return this.document;
  }
}
