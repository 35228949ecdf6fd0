import { createParamDecorator, SetMetadata, type ExecutionContext } from '@nestjs/common';
import type { Request } from 'express';
import type { Person } from '../people/person.entity.js';

declare module 'express-session' {
  interface SessionData {
    personId: string;
  }
}

declare module 'express-serve-static-core' {
  interface Request {
    person?: Person;
  }
}

export const PUBLIC_KEY = 'pentimento:public';
/** Marks a route that needs no sign-in; every other one is guarded. */
export const Public = (): MethodDecorator & ClassDecorator => SetMetadata(PUBLIC_KEY, true);

/** The signed-in person: the "who" of every record. */
export const CurrentPerson = createParamDecorator((_data: unknown, context: ExecutionContext): Person => {
  const { person } = context.switchToHttp().getRequest<Request>();
  if (!person) throw new Error('CurrentPerson on a public route');
  return person;
});
