import {
  cardLibrary,
  DEFAULT_INTAKE,
  defaultRelease,
  gateTests,
  planFromTemplate,
  planOf,
  withNewSection,
  type PlanDocument,
  type SectionPlan,
} from '@pentimento/core/plan';
import { readinessChecks } from '@pentimento/core/plug';
import { randomUUID } from 'node:crypto';
import type request from 'supertest';
import { TestShop } from '../test-support/test-shop.js';

const plan = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
const REASON = 'Gate signed on paper';

/** Every check done and every test of the gate signed. */
function readyPlan(): SectionPlan {
  const cards = cardLibrary();
  const release = defaultRelease(1);
  const passed = gateTests(release).map(({ id }) => ({ id, by: 'Ada' }));
  const open = { ...plan, release: { ...release, passed } };
  const done = readinessChecks(open, cards).map(({ id }) => ({ id, doneMin: -20000, by: 'Ada' }));
  return { ...open, intake: { ...DEFAULT_INTAKE, done } };
}

const newBuild = (id = randomUUID()): object => ({ id, name: 'Plinth cover', part: 'Plinth cover', note: 'First plan', plan: planOf(plan) });

describe('builds', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  test('a new build counts once however often it is posted, and names who made it', async () => {
    const agent = await shop.signedIn('ben');
    const id = randomUUID();
    for (let i = 0; i < 2; i++) await agent.post('/api/builds').send(newBuild(id)).expect(201);
    const { body } = await agent.get(`/api/builds/${id}`).expect(200);
    expect(body).toMatchObject({ name: 'Plinth cover', status: 'planned', current: { number: 1, madeBy: 'Ben Corrie' } });
    expect((await agent.get('/api/builds')).body.builds.filter((b: { id: string }) => b.id === id)).toHaveLength(1);
  });

  test('every save is a version; a stale one gets 409 and changes nothing', async () => {
    const ada = await shop.signedIn('ada');
    const finn = await shop.signedIn('finn', await shop.second());
    const id = randomUUID();
    await ada.post('/api/builds').send(newBuild(id));
    const later = { ...plan, areaM2: 2 };
    await finn
      .post(`/api/builds/${id}/versions`)
      .send({ baseVersion: 1, note: 'bigger', plan: planOf(later) })
      .expect(201);
    const stale = await ada
      .post(`/api/builds/${id}/versions`)
      .send({ baseVersion: 1, note: 'mine', plan: planOf(plan) })
      .expect(409);
    expect(stale.headers['content-type']).toContain('application/problem+json');
    expect(stale.body).toMatchObject({ code: 'stale-version', currentVersion: 2, madeBy: 'Finn Sallow' });
    const history = (await ada.get(`/api/builds/${id}/versions`)).body;
    expect(history.map((v: { number: number; note: string }) => [v.number, v.note])).toEqual([
      [2, 'bigger'],
      [1, 'First plan'],
    ]);
    expect((await ada.get(`/api/builds/${id}/versions/1`)).body.plan.sections[0].areaM2).toBe(1);
  });

  test('a save sent twice because its answer was lost is stored once and answers the same; another under its id is 409', async () => {
    const agent = await shop.signedIn();
    const id = randomUUID();
    await agent.post('/api/builds').send(newBuild(id));
    const save = { baseVersion: 1, saveId: randomUUID(), note: 'bigger', plan: planOf({ ...plan, areaM2: 2 }) };
    const answers = await Promise.all(Array.from({ length: 4 }, () => agent.post(`/api/builds/${id}/versions`).send(save)));
    expect(answers.map(({ status }) => status)).toEqual([201, 201, 201, 201]);
    for (const { body } of answers) expect(body).toEqual(answers[0].body);
    expect((await agent.get(`/api/builds/${id}/versions`)).body).toHaveLength(2);
    for (const change of [{ note: 'other' }, { plan: planOf({ ...plan, areaM2: 3 }) }])
      expect(
        (
          await agent
            .post(`/api/builds/${id}/versions`)
            .send({ ...save, ...change })
            .expect(409)
        ).body.code,
      ).toBe('id-taken');
    const other = randomUUID();
    await agent.post('/api/builds').send(newBuild(other));
    await agent.post(`/api/builds/${other}/versions`).send(save).expect(409);
  });

  test('a build posted again says the same, or is refused', async () => {
    const agent = await shop.signedIn();
    const id = randomUUID();
    await agent.post('/api/builds').send(newBuild(id)).expect(201);
    for (const change of [{ name: 'Other' }, { part: 'Other' }, { note: 'Other' }, { plan: planOf({ ...plan, areaM2: 2 }) }]) {
      const { body } = await agent
        .post('/api/builds')
        .send({ ...newBuild(id), ...change })
        .expect(409);
      expect(body.code).toBe('id-taken');
    }
  });

  test('of ten saves at the same moment exactly one wins', async () => {
    const agent = await shop.signedIn();
    const id = randomUUID();
    await agent.post('/api/builds').send(newBuild(id));
    const saves = await Promise.all(
      Array.from({ length: 10 }, () => agent.post(`/api/builds/${id}/versions`).send({ baseVersion: 1, note: '', plan: planOf(plan) })),
    );
    expect(saves.map(({ status }) => status).sort()).toEqual([201, ...new Array<number>(9).fill(409)]);
  });

  test.each([
    ['an unknown field', { ...planOf(plan), paint: 'red' }, 400, /paint/],
    [
      'a film in millimeters',
      { ...plan, sessions: [{ ...plan.sessions[0], layers: [{ ...plan.sessions[0].layers[0], wetFilmUm: 0.6 }] }] },
      400,
      /wetFilmUm must not be less than 50/,
    ],
    ['an unknown plug', { ...plan, plug: { ...plan.plug, materialId: 'cheese' } }, 422, /plug material/],
    ['a session before its predecessor', { ...plan, sessions: [plan.sessions[1], plan.sessions[0]] }, 422, /not before/],
    [
      'an unknown card',
      { ...plan, sessions: [{ ...plan.sessions[0], layers: [{ ...plan.sessions[0].layers[0], cardId: 'mystery' }] }] },
      422,
      /mystery/,
    ],
    [
      'a layer that is neither film nor plies',
      { ...plan, sessions: [{ ...plan.sessions[0], layers: [{ ...plan.sessions[0].layers[0], wetFilmUm: null }] }] },
      422,
      /either a wet film or plies/,
    ],
  ])('refuses %s', async (_what, bad, status, words) => {
    const agent = await shop.signedIn();
    const { body } = await agent
      .post('/api/builds')
      .send({ ...newBuild(), plan: 'sections' in bad ? bad : planOf(bad) })
      .expect(status);
    expect(body.detail).toMatch(words);
  });

  test('finishing makes one mold, once, with the next number, and freezes the plan', async () => {
    const agent = await shop.signedIn();
    const id = randomUUID();
    await agent.post('/api/builds').send(newBuild(id));
    const moldId = randomUUID();
    const finish = { moldId, hand: 'left', releaseProgramId: 'paste-wax', reason: REASON };
    const [first, again] = await Promise.all([
      agent.post(`/api/builds/${id}/finish`).send(finish),
      agent.post(`/api/builds/${id}/finish`).send(finish),
    ]);
    expect([first.status, again.status]).toEqual([200, 200]);
    expect(first.body).toMatchObject({ id: moldId, number: again.body.number, hand: 'left', buildId: id, buildVersion: 1 });
    expect(first.body.number).toMatch(/^M-\d{3}$/);
    await agent
      .post(`/api/builds/${id}/finish`)
      .send({ ...finish, moldId: randomUUID() })
      .expect(409);
    await agent
      .post(`/api/builds/${id}/versions`)
      .send({ baseVersion: 1, note: '', plan: planOf(plan) })
      .expect(409);
    await agent
      .post(`/api/builds/${id}/finish`)
      .send({ ...finish, hand: 'both' })
      .expect(400);
  });

  test('a build of two sections gives one mold that knows their names; one of one piece lists none', async () => {
    const agent = await shop.signedIn();
    const finish = async (of: PlanDocument): Promise<string[]> => {
      const id = randomUUID();
      await agent
        .post('/api/builds')
        .send({ ...newBuild(id), plan: of })
        .expect(201);
      const { body } = await agent
        .post(`/api/builds/${id}/finish`)
        .send({ moldId: randomUUID(), hand: 'none', releaseProgramId: 'paste-wax', reason: REASON })
        .expect(200);
      expect((await agent.get('/api/molds')).body.molds.find((mold: { id: string }) => mold.id === body.id).sections).toEqual(body.sections);
      return body.sections;
    };
    const two = withNewSection(planOf(plan), randomUUID);
    expect(await finish(two)).toEqual(two.sections.map(({ name }) => name));
    expect(await finish(planOf(plan))).toEqual([]);
  });

  test('a mold gets no other hand than its plan says', async () => {
    const agent = await shop.signedIn();
    const id = randomUUID();
    await agent
      .post('/api/builds')
      .send({ ...newBuild(id), plan: planOf({ ...plan, intake: { ...DEFAULT_INTAKE, hand: 'left' } }) })
      .expect(201);
    const finish = { moldId: randomUUID(), hand: 'right', releaseProgramId: 'paste-wax', reason: REASON };
    expect((await agent.post(`/api/builds/${id}/finish`).send(finish).expect(422)).body.code).toBe('other-hand');
    await agent
      .post(`/api/builds/${id}/finish`)
      .send({ ...finish, hand: 'left' })
      .expect(200);
  });

  test('a gate or plug that is not ready stops it, unless the person says why; the reason is kept', async () => {
    const agent = await shop.signedIn();
    const finishOf = async (made: SectionPlan): Promise<(body: object) => request.Test> => {
      const id = randomUUID();
      await agent
        .post('/api/builds')
        .send({ ...newBuild(id), plan: planOf(made) })
        .expect(201);
      const moldId = randomUUID();
      return (body) => agent.post(`/api/builds/${id}/finish`).send({ moldId, hand: 'none', releaseProgramId: 'paste-wax', ...body });
    };
    const finish = await finishOf(plan);
    const { body } = await finish({}).expect(422);
    expect(body).toMatchObject({ code: 'not-ready', open: [expect.stringMatching(/checks of the plug/), 'no release planned'] });
    await finish({ reason: 'too short' }).expect(400);
    await finish({ reason: '            .' }).expect(422);
    const kept = await finish({ reason: 'Signed on paper, see the folder' }).expect(200);
    expect(kept.body.finishReason).toBe('Signed on paper, see the folder');
    const signed = await finishOf(readyPlan());
    expect((await signed({}).expect(200)).body.finishReason).toBeNull();
  });

  test('an empty plan is kept but not finished', async () => {
    const agent = await shop.signedIn();
    const id = randomUUID();
    await agent
      .post('/api/builds')
      .send({ ...newBuild(id), plan: planOf({ ...plan, sessions: [] }) })
      .expect(201);
    const { body } = await agent
      .post(`/api/builds/${id}/finish`)
      .send({ moldId: randomUUID(), hand: 'none', releaseProgramId: 'paste-wax' })
      .expect(422);
    expect(body.code).toBe('empty-plan');
  });

  test('what is not there is 404, a crooked id 400', async () => {
    const agent = await shop.signedIn();
    expect((await agent.get(`/api/builds/${randomUUID()}`).expect(404)).body.code).toBe('not-found');
    await agent.get('/api/builds/12').expect(400);
  });
});
