import { Injectable, type CanActivate, type ExecutionContext } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Request } from 'express';
import { ProblemException } from '../errors/problem.js';
import { PeopleService } from '../people/people.service.js';
import { PUBLIC_KEY } from './current-person.js';

/** Lets a request in when it is signed in or its route is public, and never from a foreign page. */
@Injectable()
export class AuthGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly people: PeopleService,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const request = context.switchToHttp().getRequest<Request>();
    refuseForeignOrigin(request);
    if (this.reflector.getAllAndOverride<boolean | undefined>(PUBLIC_KEY, [context.getHandler(), context.getClass()])) return true;
    const { personId } = request.session;
    const person = personId ? await this.people.find(personId) : null;
    if (!person) throw new ProblemException(401, 'not-signed-in', 'Sign in first.');
    request.person = person;
    return true;
  }
}

function refuseForeignOrigin(request: Request): void {
  if (request.method === 'GET') return;
  const { origin, 'sec-fetch-site': site } = request.headers;
  const foreign = site === 'cross-site' || (origin !== undefined && !(URL.canParse(origin) && new URL(origin).host === request.host));
  if (!foreign) return;
  throw new ProblemException(403, 'foreign-origin', 'This request came from another page and was refused.');
}
