import { Injectable } from '@nestjs/common';
import { createHash, randomBytes, randomUUID, timingSafeEqual } from 'node:crypto';
import { DataSource, IsNull } from 'typeorm';
import { notFound } from '../errors/problem.js';
import type { Person } from '../people/person.entity.js';
import { recordChange } from '../people/record-change.js';
import { Device } from './device.entity.js';

const digest = (secret: string): string => createHash('sha256').update(secret).digest('hex');

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
    const secret = randomBytes(32).toString('base64url');
    await this.database.transaction(async (tx) => {
      await tx.insert(Device, { id, name, tokenHash: digest(secret), trustedById: by.id, trustedAt: new Date() });
      await recordChange(tx, { byId: by.id, personId: null, deviceId: id, what: 'device trusted', detail: name });
    });
    const device = await this.database.getRepository(Device).findOneOrFail({ where: { id }, relations: { trustedBy: true } });
    return { device, token: `${id}.${secret}` };
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
    const parts = typeof token === 'string' ? /^([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})\.([\w-]{43})$/.exec(token) : null;
    if (!parts) return null;
    const [, id, secret] = parts;
    const repository = this.database.getRepository(Device);
    const kept = await repository.findOne({ where: { id, forgottenAt: IsNull() }, select: { id: true, tokenHash: true } });
    if (!kept || !timingSafeEqual(Buffer.from(kept.tokenHash), Buffer.from(digest(secret)))) return null;
    return repository.findOneBy({ id });
  }
}
