import { Injectable, type CanActivate, type ExecutionContext } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import { mayDo, needsPassword, notAllowed, type Right } from '@pentimento/core/rights';
import type { Request } from 'express';
import { ProblemException } from '../errors/problem.js';
import type { Person } from '../people/person.entity.js';
import { PeopleService } from '../people/people.service.js';
import { NEED_KEY, type Need } from './needs.js';
import { isOver, type SignInWay } from './sessions.js';

/** Lets a request in when its route asks for nothing or its person may do what it asks for, and never from a foreign page. */
@Injectable()
export class AuthGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly people: PeopleService,
  ) {}

  canActivate(context: ExecutionContext): boolean {
    const request = context.switchToHttp().getRequest<Request>();
    refuseForeignOrigin(request);
    const need = this.reflector.get<Need | undefined>(NEED_KEY, context.getHandler());
    if (need === undefined) throw new Error(`${request.method} ${request.url} does not say what it needs`);
    if (need === 'nothing') return true;
    const person = this.personOf(request);
    if (!person) throw new ProblemException(401, 'not-signed-in', 'Sign in first.');
    refuseUnlessMay(person, need, request.session.way);
    request.person = person;
    return true;
  }

  /** As it was read with the session. */
  private personOf(request: Request): Person | null {
    const door = this.people.letIn(request.door);
    if (!door || isOver(request.session, door.person, new Date())) return null;
    request.snapshot = door.snapshot;
    return door.person;
  }
}

function refuseUnlessMay(person: Person, need: Right, way: SignInWay | undefined): void {
  if (person.wordUntil !== null && need !== 'account')
    throw new ProblemException(403, 'change-password', 'You signed in with a one-time word. Choose a password of your own first.');
  if (!mayDo(person.role, need)) throw new ProblemException(403, 'not-allowed', notAllowed(person.role, need));
  if (needsPassword(need) && way === 'code')
    throw new ProblemException(403, 'needs-password', 'You switched here by code. Sign in with your password for this.');
}

function refuseForeignOrigin(request: Request): void {
  if (request.method === 'GET') return;
  const { origin, 'sec-fetch-site': site } = request.headers;
  const foreign = site === 'cross-site' || (origin !== undefined && !(URL.canParse(origin) && new URL(origin).host === request.host));
  if (!foreign) return;
  throw new ProblemException(403, 'foreign-origin', 'This request came from another page and was refused.');
}
