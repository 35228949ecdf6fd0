import { randomUUID } from 'node:crypto';
import { TestShop } from '../test-support/test-shop.js';

describe('molds in service', () => {
  let shop: TestShop;
  let moldId: string;
  beforeAll(async () => {
    shop = await TestShop.open();
    moldId = (await (await shop.signedIn()).get('/api/molds')).body[0].id;
  });
  afterAll(() => shop.close());

  const pull = (id = randomUUID()): object => ({ id, at: '2026-11-20T09:00:00.000Z', ease: 2, note: '' });

  test('a pull posted twice counts once, through two servers', async () => {
    const one = await shop.signedIn('dov');
    const two = await shop.signedIn('dov', await shop.second());
    const before: number = (await one.get(`/api/molds/${moldId}`)).body.pulls.length;
    const record = pull();
    await Promise.all([
      one.post(`/api/molds/${moldId}/pulls`).send(record).expect(201),
      two.post(`/api/molds/${moldId}/pulls`).send(record).expect(201),
    ]);
    const { body } = await one.get(`/api/molds/${moldId}`);
    expect(body.pulls).toHaveLength(before + 1);
    expect(body.pulls.find((p: { id: string }) => p.id === Object(record).id)).toMatchObject({ ...record, madeBy: 'Dov Tansy', reverses: null });
  });

  test('a mistaken pull is taken back once, by a counter-entry', async () => {
    const agent = await shop.signedIn();
    const id = randomUUID();
    await agent.post(`/api/molds/${moldId}/pulls`).send(pull(id));
    const undo = { id: randomUUID(), note: 'wrong mold' };
    const { body } = await agent.post(`/api/molds/${moldId}/pulls/${id}/undo`).send(undo).expect(201);
    expect(body.pulls.find((p: { id: string }) => p.id === id)).toBeDefined();
    expect(body.pulls.find((p: { reverses: string }) => p.reverses === id)).toMatchObject({ note: 'wrong mold' });
    await agent.post(`/api/molds/${moldId}/pulls/${id}/undo`).send(undo).expect(201);
    expect((await agent.post(`/api/molds/${moldId}/pulls/${id}/undo`).send({ id: randomUUID(), note: '' }).expect(409)).body.code).toBe(
      'already-undone',
    );
    await agent.post(`/api/molds/${moldId}/pulls/${undo.id}/undo`).send({ id: randomUUID(), note: '' }).expect(422);
  });

  test('records cannot be changed or deleted, not even in the database', async () => {
    await expect(shop.sql('update pull set ease = 1')).rejects.toThrow('append-only');
    await expect(shop.sql('delete from treatment')).rejects.toThrow('append-only');
    await expect(shop.sql(`update build_version set note = 'x'`)).rejects.toThrow('append-only');
  });

  test.each([
    ['an ease of six', { ease: 6 }, 400],
    ['no ease said at all', { ease: undefined }, 400],
    ['a date that is none', { at: 'yesterday' }, 400],
    ['a pull of tomorrow', { at: new Date(Date.now() + 86400000).toISOString() }, 422],
    ['an id that is none', { id: '7' }, 400],
  ])('refuses %s', async (_what, wrong, status) => {
    const agent = await shop.signedIn();
    await agent
      .post(`/api/molds/${moldId}/pulls`)
      .send({ ...pull(), ...wrong })
      .expect(status);
  });

  test('an id used for another mold is refused; a mold that is not there is 404', async () => {
    const agent = await shop.signedIn();
    const other: string = (await agent.get('/api/molds')).body[1].id;
    const record = pull();
    await agent.post(`/api/molds/${moldId}/pulls`).send(record).expect(201);
    expect((await agent.post(`/api/molds/${other}/pulls`).send(record).expect(409)).body.code).toBe('id-taken');
    await agent.post(`/api/molds/${randomUUID()}/pulls`).send(pull()).expect(404);
  });

  test('a treatment is kept with who and what', async () => {
    const agent = await shop.signedIn('edda');
    const id = randomUUID();
    const { body } = await agent
      .post(`/api/molds/${moldId}/treatments`)
      .send({ id, at: '2026-11-20T10:00:00.000Z', kind: 'full', note: 'lot 12' })
      .expect(201);
    expect(body.treatments.find((t: { id: string }) => t.id === id)).toMatchObject({ kind: 'full', note: 'lot 12', madeBy: 'Edda Rush' });
  });
});
