import { createParamDecorator, type ExecutionContext } from '@nestjs/common';
import type { Request } from 'express';
import type { Person } from '../people/person.entity.js';

declare module 'express-serve-static-core' {
  interface Request {
    person?: Person;
  }
}

/** The signed-in person: the "who" of every record. */
export const CurrentPerson = createParamDecorator((_data: unknown, context: ExecutionContext): Person => {
  const { person } = context.switchToHttp().getRequest<Request>();
  if (!person) throw new Error('CurrentPerson on a route that needs nothing');
  return person;
});
