import { planFromTemplate, planOf } from '@pentimento/core/plan';
import { randomUUID } from 'node:crypto';
import { leastJpeg } from '../test-support/least-jpeg.js';
import { TestShop } from '../test-support/test-shop.js';

const plan = planFromTemplate('staged', { startDate: '2026-11-23', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
const [first] = plan.sessions;
const [gel] = first.layers;
const MIX = `session:${first.id}:mix:${gel.id}`;
const REASON = 'Ada poured it, seen too late';

const line = (kind: string, data: object | null, more: object = {}) => ({
  id: randomUUID(),
  stepId: 'plug:wash',
  kind,
  at: '2026-11-25T09:00:00.000Z',
  note: '',
  reverses: null,
  data,
  ...more,
});
const pot = (hardenerG: number, more: object = {}) => ({ cardId: gel.cardId, resinG: 1000, hardenerG, lots: [], thrownAway: false, ...more });

describe('readings in a build’s log', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  const made = async (): Promise<string> => {
    const id = randomUUID();
    await (
      await shop.signedIn('ben')
    )
      .post('/api/builds')
      .send({ id, name: 'Cover', part: 'Cover', note: '', plan: planOf(plan) })
      .expect(201);
    return id;
  };

  test('each kind is kept with what was read, once, and told to be wrong in the words of its field', async () => {
    const [id, ada] = [await made(), await shop.signedIn('ada')];
    const path = `/api/builds/${id}/log`;
    const air = line('temperature', { at: 'air', tempC: 18.2 });
    await ada.post(path).send(air).expect(201);
    const { body } = await ada.post(path).send(air).expect(201);
    expect(body).toHaveLength(1);
    expect(body[0]).toMatchObject({ kind: 'temperature', data: { at: 'air', tempC: 18.2 }, madeBy: 'Ada Marsh' });
    const other = { ...air, data: { at: 'air', tempC: 19 } };
    expect((await ada.post(path).send(other).expect(409)).body.code).toBe('id-taken');
    for (const [kind, data, words] of [
      ['temperature', { at: 'air', tempC: 900 }, /temperature/],
      ['film', { um: [] }, /readings/],
      ['tack', { at: 'cup', state: 'sticky' }, /one of wet/],
      ['mass', null, /part|missing/],
      ['mass', { kg: 1, shoe: 2 }, /no field/],
      ['done', { kg: 1 }, /without readings/],
    ] as const) {
      const refused = await ada.post(path).send(line(kind, data)).expect(422);
      expect(refused.body.detail).toMatch(words);
    }
    expect((await ada.post(path).send(line('weather', {})).expect(400)).body.code).toBe('invalid-fields');
    // A reading is taken back as a step’s state is.
    await ada
      .post(path)
      .send(line('taken back', null, { reverses: air.id }))
      .expect(201);
  });

  test('a temperature before the gate opens nothing; a pot does', async () => {
    const [id, ada] = [await made(), await shop.signedIn('ada')];
    const path = `/api/builds/${id}/log`;
    await ada
      .post(path)
      .send(line('temperature', { at: 'drum', tempC: 19 }, { stepId: MIX }))
      .expect(201);
    expect((await ada.get(`/api/builds/${id}`)).body.status).toBe('planned');
    const weighed = line('pot', pot(gel.catalystPct! * 10), { stepId: MIX });
    expect((await ada.post(path).send(weighed).expect(422)).body.code).toBe('not-ready');
    await ada
      .post(path)
      .send({ ...weighed, note: REASON })
      .expect(201);
    expect((await ada.get(`/api/builds/${id}`)).body.status).toBe('under way');
  });

  test('a pot that would not cure asks a toolmaker for a reason; thrown away it is only kept', async () => {
    await shop.sql(`update person set role = 'apprentice' where login = 'cleo'`);
    const [id, ada, cleo] = [await made(), await shop.signedIn('ada'), await shop.signedIn('cleo')];
    const path = `/api/builds/${id}/log`;
    await ada
      .post(path)
      .send(line('pot', pot(gel.catalystPct! * 10), { stepId: MIX, note: REASON }))
      .expect(201);
    const wrong = line('pot', pot(90), { stepId: MIX });
    const refused = await ada.post(path).send(wrong).expect(422);
    expect(refused.body).toMatchObject({
      code: 'wrong-ratio',
      detail: expect.stringMatching(/9\.00 % of hardener.*Do not pour it.*Add 3\.5 kg of resin/),
    });
    await cleo
      .post(path)
      .send({ ...wrong, note: REASON })
      .expect(403);
    await cleo
      .post(path)
      .send(line('pot', pot(90, { thrownAway: true }), { stepId: MIX }))
      .expect(201);
    await ada
      .post(path)
      .send({ ...wrong, note: REASON })
      .expect(201);
  });

  test('lots: taken in once, an expired or used up one asks for a reason, an unknown one is refused', async () => {
    const [id, ada] = [await made(), await shop.signedIn('ada')];
    const path = `/api/builds/${id}/log`;
    const lot = {
      id: randomUUID(),
      cardId: gel.cardId,
      number: 'G-117',
      received: '2026-01-05',
      opened: null,
      expires: null,
      store: 'cool',
      note: '',
    };
    await ada.post('/api/lots').send(lot).expect(201);
    await ada.post('/api/lots').send(lot).expect(201);
    expect(
      (
        await ada
          .post('/api/lots')
          .send({ ...lot, id: randomUUID() })
          .expect(409)
      ).body.code,
    ).toBe('lot-known');
    await ada
      .post('/api/lots')
      .send({ ...lot, id: randomUUID(), number: 'x', cardId: 'gone' })
      .expect(404);
    expect(
      (
        await ada
          .post('/api/lots')
          .send({ ...lot, id: randomUUID(), number: 'y', opened: '2026-01-04' })
          .expect(422)
      ).body.code,
    ).toBe('opened-before-received');
    expect((await ada.get('/api/lots').expect(200)).body).toEqual([{ ...lot, usedUp: false, madeBy: 'Ada Marsh' }]);
    const right = { note: REASON, stepId: MIX };
    await ada
      .post(path)
      .send(line('pot', pot(gel.catalystPct! * 10), right))
      .expect(201);
    const old = line('pot', pot(gel.catalystPct! * 10, { lots: [lot.id] }), { stepId: MIX });
    expect((await ada.post(path).send(old).expect(422)).body).toMatchObject({ code: 'expired-lot', detail: expect.stringMatching(/G-117/) });
    await ada
      .post(path)
      .send({ ...old, note: REASON })
      .expect(201);
    const unknown = line('pot', pot(gel.catalystPct! * 10, { lots: [randomUUID()] }), { stepId: MIX });
    expect((await ada.post(path).send(unknown).expect(422)).body.code).toBe('unknown-lot');
    const fresh = { ...lot, id: randomUUID(), number: 'G-118', expires: '2999-01-01' };
    expect((await ada.post('/api/lots').send(fresh)).status).toBe(400);
    await ada
      .post('/api/lots')
      .send({ ...fresh, expires: '2199-01-01' })
      .expect(201);
    await ada
      .post(path)
      .send(line('pot', pot(gel.catalystPct! * 10, { lots: [fresh.id] }), { stepId: MIX }))
      .expect(201);
    await ada.patch(`/api/lots/${fresh.id}`).send({ opened: '2026-11-20', usedUp: true }).expect(200);
    await ada.patch(`/api/lots/${fresh.id}`).send({ opened: '2025-11-20', usedUp: true }).expect(422);
    await ada.patch(`/api/lots/${randomUUID()}`).send({ opened: null, usedUp: true }).expect(404);
    expect(
      (
        await ada
          .post(path)
          .send(line('pot', pot(gel.catalystPct! * 10, { lots: [fresh.id] }), { stepId: MIX }))
          .expect(422)
      ).body.code,
    ).toBe('expired-lot');
  });

  test('a picture is kept once, whole and small, without where it was taken; a line names only one that is there', async () => {
    const [id, ada] = [await made(), await shop.signedIn('ada')];
    const path = `/api/builds/${id}/photos`;
    const photo = { id: randomUUID(), jpeg: leastJpeg(), small: leastJpeg() };
    const named = line('photo', { photoId: photo.id, x: 0.2, y: 0.7 });
    expect((await ada.post(`/api/builds/${id}/log`).send(named).expect(422)).body.code).toBe('unknown-picture');
    await ada.post(path).send(photo).expect(201);
    await ada.post(path).send(photo).expect(201);
    expect(
      (
        await ada
          .post(path)
          .send({ ...photo, jpeg: leastJpeg(0xe0) })
          .expect(409)
      ).body.code,
    ).toBe('id-taken');
    await ada.post(`/api/builds/${id}/log`).send(named).expect(201);
    const shown = await ada.get(`/api/photos/${photo.id}/small`).expect(200).expect('content-type', 'image/jpeg');
    expect(Buffer.from(shown.body).toString('base64')).toBe(photo.small);
    expect(shown.headers['cache-control']).toMatch(/private/);
    await ada.get(`/api/photos/${randomUUID()}`).expect(404);
    const refused = async (more: object, words: RegExp): Promise<void> => {
      const { body } = await ada
        .post(path)
        .send({ ...photo, id: randomUUID(), ...more })
        .expect(422);
      expect(body.detail).toMatch(words);
    };
    await refused({ jpeg: leastJpeg(0xe1) }, /EXIF/);
    await refused({ jpeg: 'äöü' }, /no picture/);
    await refused({ jpeg: Buffer.alloc(200).toString('base64') }, /no JPEG/);
    await refused({ jpeg: leastJpeg().slice(0, 120) }, /JPEG/);
    await refused({ small: Buffer.concat([Buffer.from(leastJpeg(), 'base64'), Buffer.alloc(60_000)]).toString('base64') }, /at most 60 kB|small/);
    await ada
      .post(`/api/builds/${randomUUID()}/photos`)
      .send({ ...photo, id: randomUUID() })
      .expect(404);
    await expect(shop.sql('delete from photo')).rejects.toThrow(/append-only/);
  });
});
