import { randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import { WebSocket } from 'ws';
import { startServer, type RunningServer } from '../start-server.js';
import { TestShop } from '../test-support/test-shop.js';
import { INSTRUMENT_PATH } from './instrument-lines.js';

type Agent = Awaited<ReturnType<TestShop['signedIn']>>;

/** An instrument's end of its line. */
class Device {
  readonly heard: string[] = [];
  readonly closed: Promise<number>;
  private constructor(readonly socket: WebSocket) {
    socket.on('message', (data: Buffer) => this.heard.push(data.toString('utf8')));
    this.closed = new Promise((resolve) => socket.once('close', resolve));
  }
  static async at(port: number, path = INSTRUMENT_PATH): Promise<Device> {
    const socket = new WebSocket(`ws://127.0.0.1:${String(port)}${path}`);
    const device = new Device(socket);
    await new Promise((resolve, reject) => socket.once('open', resolve).once('error', reject));
    return device;
  }
  async says(...lines: string[]): Promise<void> {
    for (const line of lines) this.socket.send(line);
    await wait(20);
  }
  async hears(what: RegExp): Promise<string> {
    for (let tries = 0; tries < 200; tries++) {
      const found = this.heard.find((line) => what.test(line));
      if (found !== undefined) return found;
      await wait(25);
    }
    throw new Error(`heard ${JSON.stringify(this.heard)}, not ${String(what)}`);
  }
}

describe('instruments', () => {
  let shop: TestShop;
  let server: RunningServer;
  let ada: Agent;
  beforeAll(async () => {
    shop = await TestShop.open();
    server = await startServer({ ...shop.config, prepared: true }, { quiet: true });
    await server.ready;
    ada = await shop.signedIn('ada');
  });
  afterAll(async () => {
    await server.close();
    await shop.close();
  });

  const connected = async (kind: string, name: string): Promise<{ id: string; device: Device }> => {
    const id = randomUUID();
    const { body } = await ada.post('/api/instruments').send({ id, name, kind }).expect(201);
    const device = await Device.at(server.port);
    await device.says(`hello 1 ${String(body.key)}`);
    await device.hears(/^welcome/);
    return { id, device };
  };
  const latest = async (id: string): Promise<Record<string, unknown>[]> => {
    const { body }: { body: { id: string; latest: Record<string, unknown>[] }[] } = await ada.get('/api/instruments').expect(200);
    return body.find((one) => one.id === id)?.latest ?? [];
  };
  const until = async <T>(ask: () => Promise<T>, is: (found: T) => boolean): Promise<T> => {
    for (let tries = 0; ; tries++) {
      const found = await ask();
      if (is(found)) return found;
      if (tries > 200) throw new Error(`still ${JSON.stringify(found)}`);
      await wait(25);
    }
  };
  const buildOf = async (): Promise<{ id: string; layerId: string; stepId: string }> => {
    const { body } = await ada.get('/api/builds?finished=no').expect(200);
    const [{ id }]: { id: string }[] = body.builds.filter(({ name }: { name: string }) => name.startsWith('Radar dome petal, mold 2'));
    const { body: build } = await ada.get(`/api/builds/${id}`).expect(200);
    const session = build.current.plan.sections[0].sessions.at(-1);
    return { id, layerId: session.layers[0].id, stepId: `session:${String(session.id)}:setup` };
  };
  interface LogLine {
    readonly kind: string;
    readonly at: string;
    readonly note: string;
    readonly madeBy: string;
    readonly data: Record<string, unknown>;
  }
  const written = async (buildId: string, by: string): Promise<LogLine[]> =>
    ((await ada.get(`/api/builds/${buildId}/log`).expect(200)).body as LogLine[]).filter(({ note }) => note === `by ${by}`);

  test('only who has a key may speak, in this version, within a few seconds', async () => {
    const wrong = await Device.at(server.port);
    await wrong.says('hello 1 nonsense');
    expect(await wrong.closed).toBe(4401);
    expect(wrong.heard).toEqual(['no key of this shop']);
    const old = await Device.at(server.port);
    await old.says('hello 9 nonsense');
    expect(await old.closed).toBe(4401);
    expect(old.heard[0]).toMatch(/^no version/);
    await expect(Device.at(server.port, '/api/molds')).rejects.toThrow(/404/);
  });

  test('what it says stands on every page, in another process too, and is kept nowhere', async () => {
    const { id, device } = await connected('room', 'Room sensor');
    await device.says('air 18.2 61');
    expect(
      await until(
        () => latest(id),
        (found) => found.length > 0,
      ),
    ).toEqual([{ instrumentId: id, channel: 0, g: null, steady: false, tempC: 18.2, humidityPct: 61, at: expect.any(String) }]);
    await device.says('mass 3 g steady', 'air cold');
    expect(await device.hears(/mass/)).toBe('no line of a room: got "mass", expected air');
    expect(await device.hears(/cold/)).toMatch(/^no temperature: got "cold"/);
    expect(device.socket.readyState).toBe(WebSocket.OPEN);
    device.socket.close();
  });

  test('a scale is asked to set itself to zero; only who may log asks', async () => {
    const { id, device } = await connected('scale', 'Bench scale');
    await device.says('mass 412.5 g moving', 'mass 413.0 g steady');
    expect(
      (
        await until(
          () => latest(id),
          (found) => found.at(0)?.steady === true,
        )
      )[0],
    ).toMatchObject({ g: 413, steady: true });
    await ada.post(`/api/instruments/${id}/tare`).expect(204);
    expect(await device.hears(/tare/)).toBe('tare');
    await ada.post(`/api/instruments/${randomUUID()}/tare`).expect(404);
    device.socket.close();
  });

  test('a thermocouple writes into a build’s log by itself, every so many minutes, once, in the name of who asked for it', async () => {
    const { id, device } = await connected('logger', 'Logger');
    const { id: buildId, layerId, stepId } = await buildOf();
    const begun = Date.now() - 3 * 3600_000;
    const at = (min: number): string => new Date(begun + min * 60_000).toISOString();
    const watch = { id: randomUUID(), buildId, stepId, channel: 2, layerId, frac: 0.5, everyMin: 10, fromAt: at(0) };
    const dov = await shop.signedIn('dov');
    await dov
      .post(`/api/instruments/${id}/watches`)
      .send({ ...watch, layerId: null })
      .expect(422);
    expect((await dov.post(`/api/instruments/${id}/watches`).send(watch).expect(201)).body).toHaveLength(1);
    await dov.post(`/api/instruments/${id}/watches`).send(watch).expect(201);
    await dov
      .post(`/api/instruments/${id}/watches`)
      .send({ ...watch, id: randomUUID() })
      .expect(409);
    const night = [-5, 0, 4, 9.9, 10, 15, 20, 31].map((min) => `temp 2 ${(20 + min / 2).toFixed(1)} at ${at(min)}`);
    await device.says(...night, `temp 1 99 at ${at(32)}`, `lost 2 at ${at(44)}`);
    await device.hears(new RegExp(`kept ${at(44)}`));
    const lines = await written(buildId, 'Logger');
    expect(lines.map((line) => [line.at, line.data.tempC])).toEqual([
      [at(0), 20],
      [at(10), 25],
      [at(20), 30],
      [at(31), 35.5],
    ]);
    expect(lines[0]).toMatchObject({ kind: 'temperature', madeBy: 'Dov Tansy', data: { at: 'thermocouple', layerId, frac: 0.5 } });
    // Its line broke, and it sends its memory once more.
    await device.says(...night, `temp 2 36.0 at ${at(45)}`);
    await device.hears(new RegExp(`kept ${at(45)}`));
    expect(await written(buildId, 'Logger')).toHaveLength(5);
    await dov.post(`/api/watches/${watch.id}/end`).expect(204);
    await device.says(`temp 2 40.0 at ${at(60)}`);
    await device.hears(new RegExp(`kept ${at(60)}`));
    expect(await written(buildId, 'Logger')).toHaveLength(5);
    expect((await ada.get(`/api/builds/${buildId}/watches`).expect(200)).body).toEqual([]);
    device.socket.close();
  });

  test('a room sensor writes air and humidity; a scale nothing by itself; nothing of the future', async () => {
    const room = await connected('room', 'Hall');
    const scale = await connected('scale', 'Second scale');
    const { id: buildId, stepId } = await buildOf();
    const watch = {
      id: randomUUID(),
      buildId,
      stepId,
      channel: 0,
      layerId: null,
      frac: null,
      everyMin: 30,
      fromAt: new Date(Date.now() - 60_000).toISOString(),
    };
    await ada.post(`/api/instruments/${scale.id}/watches`).send(watch).expect(422);
    await ada.post(`/api/instruments/${room.id}/watches`).send(watch).expect(201);
    await room.device.says('air 17.5 66', `air 30 40 at ${new Date(Date.now() + 3600_000).toISOString()}`);
    expect(await room.device.hears(/^no at/)).toMatch(/a moment that has come/);
    const lines = await until(
      () => written(buildId, 'Hall'),
      (found) => found.length > 1,
    );
    expect(lines.map(({ kind, data }) => [kind, data])).toEqual(
      expect.arrayContaining([
        ['temperature', { at: 'air', tempC: 17.5 }],
        ['humidity', { pct: 66 }],
      ]),
    );
    expect(lines).toHaveLength(2);
  });

  test('what could not be written is said, and written when it is sent again; a build that became a mold ends it', async () => {
    const { id, device } = await connected('logger', 'Kept logger');
    const { id: buildId, layerId, stepId } = await buildOf();
    const at = new Date(Date.now() - 60_000).toISOString();
    const watch = { id: randomUUID(), buildId, stepId, channel: 1, layerId, frac: 0.5, everyMin: 10, fromAt: at };
    await ada.post(`/api/instruments/${id}/watches`).send(watch).expect(201);
    await shop.sql(`alter table step_entry add constraint full_disk check (note <> 'by Kept logger')`);
    await device.says(`temp 1 31.0 at ${at}`);
    expect(await device.hears(/^no: /)).toMatch(/send it again/);
    expect(device.heard).not.toContain(`kept ${at}`);
    await shop.sql('alter table step_entry drop constraint full_disk');
    await device.says(`temp 1 31.0 at ${at}`);
    await device.hears(/^kept/);
    expect(await written(buildId, 'Kept logger')).toHaveLength(1);
    await shop.sql(`update build set status = 'finished' where id = $1`, [buildId]);
    await shop.sql(`update instrument_watch set last_at = null where id = $1`, [watch.id]);
    const later = new Date(Date.now() - 30_000).toISOString();
    await device.says(`temp 1 32.0 at ${later}`);
    await device.hears(new RegExp(`kept ${later}`));
    const { body }: { body: { id: string }[] } = await ada.get(`/api/builds/${buildId}/watches`).expect(200);
    expect(body.map((one) => one.id)).not.toContain(watch.id);
    expect(await written(buildId, 'Kept logger')).toHaveLength(1);
    await shop.sql(`update build set status = 'under way' where id = $1`, [buildId]);
    device.socket.close();
  });

  test('connected anew the old line ends; a key that is withdrawn counts no more', async () => {
    const id = randomUUID();
    const { body } = await ada.post('/api/instruments').send({ id, name: 'Old logger', kind: 'logger' }).expect(201);
    const hello = `hello 1 ${String(body.key)}`;
    const [one, two] = [await Device.at(server.port), await Device.at(server.port)];
    await one.says(hello);
    await one.hears(/welcome logger Old logger/);
    await two.says(hello);
    expect(await one.closed).toBe(4409);
    await ada.post(`/api/instruments/${id}/end`).expect(204);
    expect(await two.closed).toBe(4403);
    const three = await Device.at(server.port);
    await three.says(hello);
    expect(await three.closed).toBe(4401);
    await ada.post(`/api/instruments/${id}/end`).expect(404);
    await ada.post(`/api/instruments/${id}/tare`).expect(404);
  });

  test('one that floods the shop is told so, and its other lines count', async () => {
    const { id, device } = await connected('scale', 'Mad scale');
    await device.says(...Array.from({ length: 700 }, (_, i) => `mass ${String(i)} g moving`));
    expect(await device.hears(/no more/)).toBe('no more than 60 lines a second');
    // The newest that counted is what stands there in the end.
    await until(
      () => latest(id),
      (found) => Number(found.at(0)?.g) >= 590,
    );
    device.socket.close();
  });
});
