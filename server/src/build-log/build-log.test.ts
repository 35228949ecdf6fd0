import { cardLibrary, defaultRelease, planFromTemplate, planOf } from '@pentimento/core/plan';
import { readinessChecks } from '@pentimento/core/plug';
import { randomUUID } from 'node:crypto';
import { TestShop } from '../test-support/test-shop.js';

const plan = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
const line = (
  stepId: string,
  kind: string,
  more: object = {},
): { id: string; stepId: string; kind: string; at: string; note: string; reverses: string | null } => ({
  id: randomUUID(),
  stepId,
  kind,
  at: '2026-11-25T09:00:00.000Z',
  note: '',
  reverses: null,
  ...more,
});

describe('the log of a build', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  const made = async (of = plan): Promise<string> => {
    const id = randomUUID();
    const agent = await shop.signedIn('ben');
    await agent
      .post('/api/builds')
      .send({ id, name: 'Cover', part: 'Cover', note: '', plan: planOf(of) })
      .expect(201);
    return id;
  };
  const statusOf = async (id: string): Promise<string> => (await (await shop.signedIn()).get(`/api/builds/${id}`)).body.status;

  test('lines are kept once, named, in order; the same again changes nothing, another under its id is 409', async () => {
    const [id, agent] = [await made(), await shop.signedIn('ada')];
    const started = line('plug:wash', 'started');
    await agent.post(`/api/builds/${id}/log`).send(started).expect(201);
    await agent.post(`/api/builds/${id}/log`).send(started).expect(201);
    expect(
      (
        await agent
          .post(`/api/builds/${id}/log`)
          .send({ ...started, note: 'other' })
          .expect(409)
      ).body.code,
    ).toBe('id-taken');
    const done = line('plug:wash', 'done', { at: '2026-11-25T09:20:00.000Z' });
    const { body } = await agent.post(`/api/builds/${id}/log`).send(done).expect(201);
    expect(body.map(({ kind, madeBy }: { kind: string; madeBy: string }) => [kind, madeBy])).toEqual([
      ['started', 'Ada Marsh'],
      ['done', 'Ada Marsh'],
    ]);
    expect(await statusOf(id)).toBe('planned');
    await agent.get(`/api/builds/${randomUUID()}/log`).expect(404);
    await agent.post(`/api/builds/${randomUUID()}/log`).send(line('a', 'done')).expect(404);
  });

  test('laying begins behind the gates, or with a reason of someone who may', async () => {
    await shop.sql(`update person set role = 'apprentice' where login = 'cleo'`);
    const [id, ada, apprentice] = [await made(), await shop.signedIn('ada'), await shop.signedIn('cleo')];
    const path = `/api/builds/${id}/log`;
    const refused = await ada.post(path).send(line('session:s1:mix:l1', 'started')).expect(422);
    expect(refused.body).toMatchObject({ code: 'not-ready', open: expect.arrayContaining(['no release planned']) });
    expect(await statusOf(id)).toBe('planned');
    // Tools laid out begin nothing, and open no way around the gates.
    await ada.post(path).send(line('session:s1:setup', 'done')).expect(201);
    expect(await statusOf(id)).toBe('planned');
    await ada.post(path).send(line('session:s1:mix:l1', 'started')).expect(422);
    const pot = { data: { cardId: 'gelcoat_iso', resinG: 500, hardenerG: 10, lots: [], thrownAway: false } };
    expect((await ada.post(path).send(line('session:s1:setup', 'pot', pot))).body.code).toBe('not-ready');
    const reason = { note: 'Gate signed on paper' };
    await apprentice
      .post(path)
      .send(line('session:s1:mix:l1', 'started', reason))
      .expect(403);
    // What comes before laying an apprentice may log.
    await apprentice.post(path).send(line('plug:wash', 'done')).expect(201);
    await ada
      .post(path)
      .send(line('session:s1:mix:l1', 'started', reason))
      .expect(201);
    expect(await statusOf(id)).toBe('under way');
    // From then on the reason has been given.
    await ada.post(path).send(line('session:s1:mix:l1', 'done')).expect(201);
  });

  test('checks and gate that were signed at the bench open the way; the gate is signed by someone who may', async () => {
    const released = { ...plan, release: { ...defaultRelease(1), startMin: -4 * 1440 + 480 } };
    const [id, ada] = [await made(released), await shop.signedIn('ada')];
    await shop.sql(`update person set role = 'apprentice' where login = 'cleo'`);
    const apprentice = await shop.signedIn('cleo');
    const path = `/api/builds/${id}/log`;
    const worst = async (): Promise<string> => {
      for (let asked = 0; asked < 200; asked++) {
        const { body } = await ada.get('/api/builds?limit=200');
        const row = body.builds.find((one: { id: string }) => one.id === id);
        if (!row.judging) return row.worst.line;
        await new Promise((resolve) => setTimeout(resolve, 50));
      }
      throw new Error('still being judged');
    };
    expect(await worst()).toMatch(/checks of the plug open/);
    for (const check of readinessChecks(released, cardLibrary()))
      await apprentice
        .post(path)
        .send(line(`plug:${check.id}`, 'done'))
        .expect(201);
    expect(await worst()).not.toMatch(/of the plug/);
    const still = await ada.post(path).send(line('session:s1:mix:l1', 'started')).expect(422);
    expect(still.body.open).toEqual([expect.stringMatching(/^gate before gel coat not signed/)]);
    const refused = await apprentice.post(path).send(line('release:gate', 'done')).expect(403);
    expect(refused.body.detail).toMatch(/sign the gate before gel coat/);
    await apprentice.post(path).send(line('release:gate', 'started')).expect(201);
    const gate = line('release:gate', 'done');
    await ada.post(path).send(gate).expect(201);
    await ada
      .post(path)
      .send(line('release:gate', 'taken back', { reverses: gate.id }))
      .expect(201);
    await apprentice.post(path).send(line('session:s1:mix:l1', 'started')).expect(422);
    await ada.post(path).send(line('release:gate', 'done')).expect(201);
    await apprentice.post(path).send(line('session:s1:mix:l1', 'started')).expect(201);
    expect(await statusOf(id)).toBe('under way');
    // And nobody is asked again for a reason when it becomes a mold.
    const finished = { moldId: randomUUID(), hand: 'none', releaseProgramId: 'paste-wax' };
    expect((await ada.post(`/api/builds/${id}/finish`).send(finished).expect(200)).body.finishReason).toBeNull();
  });

  test('a skip says why; a mistake is taken back by another line, once', async () => {
    const [id, ada] = [await made(), await shop.signedIn('ada')];
    const post = (body: object, status: number) => ada.post(`/api/builds/${id}/log`).send(body).expect(status);
    expect((await post(line('plug:hand', 'skipped'), 422)).body.code).toBe('no-reason');
    const skip = line('plug:hand', 'skipped', { note: 'no hand' });
    await post(skip, 201);
    expect((await post(line('plug:hand', 'taken back'), 422)).body.code).toBe('nothing-to-take-back');
    expect((await post(line('plug:hand', 'done', { reverses: skip.id }), 422)).body.code).toBe('nothing-to-take-back');
    expect((await post(line('plug:wash', 'taken back', { reverses: skip.id }), 422)).body.code).toBe('nothing-to-take-back');
    const back = line('plug:hand', 'taken back', { reverses: skip.id });
    await post(back, 201);
    expect((await post(line('plug:hand', 'taken back', { reverses: skip.id }), 409)).body.code).toBe('already-undone');
    expect((await post(line('plug:hand', 'taken back', { reverses: back.id }), 422)).body.code).toBe('nothing-to-take-back');
    expect((await post(line('plug:wash', 'done', { at: '2999-01-01T00:00:00.000Z' }), 422)).body.code).toBe('in-the-future');
    await shop.sql(`update person set role = 'apprentice' where login = 'cleo'`);
    const cleo = await shop.signedIn('cleo');
    const own = line('plug:wash', 'done');
    await post(own, 201);
    await cleo
      .post(`/api/builds/${id}/log`)
      .send(line('plug:wash', 'taken back', { reverses: own.id }))
      .expect(403);
  });

  test('the log of a finished build stays; nobody changes or empties it', async () => {
    const [id, ada] = [await made(), await shop.signedIn('ada')];
    await ada.post(`/api/builds/${id}/log`).send(line('plug:wash', 'done')).expect(201);
    await ada
      .post(`/api/builds/${id}/finish`)
      .send({ moldId: randomUUID(), hand: 'none', releaseProgramId: 'paste-wax', reason: 'Gate signed on paper' })
      .expect(200);
    expect((await ada.post(`/api/builds/${id}/log`).send(line('plug:wash', 'done')).expect(409)).body.code).toBe('finished');
    await expect(shop.sql('delete from step_entry')).rejects.toThrow(/append-only/);
  });
});
