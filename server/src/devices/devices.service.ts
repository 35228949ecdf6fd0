import { Injectable } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { DataSource, IsNull } from 'typeorm';
import { notFound } from '../errors/problem.js';
import type { Person } from '../people/person.entity.js';
import { recordChange } from '../people/record-change.js';
import { isSecretOf, newToken, partsOfToken } from '../wire/secret-token.js';
import { Device } from './device.entity.js';

/** Devices that a signed-in person trusts; each proves itself with a secret that only its cookie holds. */
@Injectable()
export class DevicesService {
  constructor(private readonly database: DataSource) {}

  list(): Promise<Device[]> {
    return this.database
      .getRepository(Device)
      .find({ where: { forgottenAt: IsNull() }, relations: { trustedBy: true }, order: { trustedAt: 'DESC' } });
  }

  /** @returns the secret that goes into the device's cookie */
  async trust(name: string, by: Person): Promise<{ device: Device; token: string }> {
    const id = randomUUID();
    const { token, tokenHash } = newToken(id);
    await this.database.transaction(async (tx) => {
      await tx.insert(Device, { id, name, tokenHash, trustedById: by.id, trustedAt: new Date() });
      await recordChange(tx, { byId: by.id, personId: null, deviceId: id, what: 'device trusted', detail: name });
    });
    const device = await this.database.getRepository(Device).findOneOrFail({ where: { id }, relations: { trustedBy: true } });
    return { device, token };
  }

  async forget(id: string, by: Person): Promise<void> {
    await this.database.transaction(async (tx) => {
      const device = await tx.findOneBy(Device, { id, forgottenAt: IsNull() });
      if (!device) throw notFound('device');
      await tx.update(Device, { id }, { forgottenAt: new Date(), forgottenById: by.id });
      await recordChange(tx, { byId: by.id, personId: null, deviceId: id, what: 'device forgotten', detail: device.name });
    });
  }

  /** The device whose cookie this is; null: none, a forgotten one, or a made-up cookie. */
  async ofToken(token: unknown): Promise<Device | null> {
    const parts = partsOfToken(token);
    if (!parts) return null;
    const { id, secret } = parts;
    const repository = this.database.getRepository(Device);
    const kept = await repository.findOne({ where: { id, forgottenAt: IsNull() }, select: { id: true, tokenHash: true } });
    if (!kept || !isSecretOf(secret, kept.tokenHash)) return null;
    return repository.findOneBy({ id });
  }
}
