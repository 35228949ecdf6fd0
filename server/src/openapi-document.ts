import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule, type OpenAPIObject } from '@nestjs/swagger';
import { SESSION_COOKIE } from './auth/cookies.js';

/** The wire as an OpenAPI document, from the DTO classes. */
export function openApiDocument(app: NestExpressApplication): OpenAPIObject {
  const config = new DocumentBuilder().setTitle('Pentimento').setVersion('1').addCookieAuth(SESSION_COOKIE).build();
  return SwaggerModule.createDocument(app, config);
}
