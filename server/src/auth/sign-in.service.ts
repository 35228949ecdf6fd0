import { Injectable } from '@nestjs/common';
import type { Request } from 'express';
import { DevicesService } from '../devices/devices.service.js';
import { ProblemException } from '../errors/problem.js';
import { PeopleService } from '../people/people.service.js';
import type { Person } from '../people/person.entity.js';
import type { SignInDto, SwitchDto } from './auth.dto.js';
import { deviceToken, isKnownHere } from './cookies.js';
import { byAccount, byAddress, byCode, MOST_WRONG_CODES } from './tries.js';
import { TriesService } from './tries.service.js';

/** The checks of who somebody is, each slowed down the more often it fails. */
@Injectable()
export class SignInService {
  constructor(
    private readonly people: PeopleService,
    private readonly devices: DevicesService,
    private readonly tries: TriesService,
  ) {}

  /** @throws ProblemException 401 where name or password is wrong, 429 after too many tries */
  async byPassword({ login: typed, password }: SignInDto, request: Request): Promise<Person> {
    const login = typed.trim().toLowerCase();
    const id = await this.people.idOf(login);
    const account = byAccount(login, id !== null && isKnownHere(request, id));
    const address = byAddress(request.ip);
    await this.tries.admit([account, address]);
    const person = await this.people.verify(login, password);
    if (!person) throw new ProblemException(401, 'wrong-sign-in', 'Name or password is wrong. Check both and try again.');
    await this.tries.right({ forget: [account, byCode(person.id)], lessen: [address] });
    return person;
  }

  /** Anybody's try to be the first person of an empty shop costs as much as a sign-in. */
  async countSetup(request: Request): Promise<void> {
    await this.tries.admit([byAddress(request.ip)]);
  }

  /** @throws ProblemException 403 on a device that is not trusted or after too many wrong codes, 401 where the code is wrong, 429 when too fast */
  async byCode({ personId, code }: SwitchDto, request: Request): Promise<Person> {
    if (!(await this.devices.ofToken(deviceToken(request))))
      throw new ProblemException(403, 'not-trusted', 'This device is not trusted for switching by code. Sign in with your password.');
    const limit = byCode(personId);
    const [tries] = await this.tries.admit([limit]);
    if (tries > MOST_WRONG_CODES)
      throw new ProblemException(403, 'code-off', 'Too many wrong codes. Sign in with your password once; then your code works again.');
    const person = await this.people.verifyCode(personId, code);
    if (!person) throw new ProblemException(401, 'wrong-code', 'This is not your code. Try again, or sign in with your password.');
    await this.tries.right({ forget: [limit], lessen: [] });
    return person;
  }
}
