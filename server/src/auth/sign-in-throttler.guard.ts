import { Injectable } from '@nestjs/common';
import { ThrottlerGuard } from '@nestjs/throttler';
import type { Request } from 'express';

/** Key of a person's tries from one address; counted apart, so that one guesser does not lock out a whole shop. */
export function triesKey(request: Request): string {
  const body: unknown = request.body;
  const login = typeof body === 'object' && body !== null && 'login' in body && typeof body.login === 'string' ? body.login.slice(0, 60) : '';
  return `sign-in:${request.ip ?? 'unknown'}:${login}`;
}

/** Throttles sign-in by address and name. */
@Injectable()
export class SignInThrottlerGuard extends ThrottlerGuard {
  protected override getTracker(request: Request): Promise<string> {
    return Promise.resolve(triesKey(request));
  }

  protected override generateKey(_context: unknown, tracker: string): string {
    return tracker;
  }
}
