import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule, type OpenAPIObject } from '@nestjs/swagger';

/** The wire as an OpenAPI document, from the DTO classes. */
export function openApiDocument(app: NestExpressApplication): OpenAPIObject {
  const config = new DocumentBuilder().setTitle('Pentimento').setVersion('1').addCookieAuth('pentimento.sid').build();
  return SwaggerModule.createDocument(app, config);
}

/** Serves the document at /api/openapi.json (no interactive page). */
export function serveOpenApi(app: NestExpressApplication): void {
  SwaggerModule.setup('api/docs', app, () => openApiDocument(app), { ui: false, raw: ['json'], jsonDocumentUrl: 'api/openapi.json' });
}
