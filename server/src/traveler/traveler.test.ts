import { DEFAULT_INTAKE, DEFAULT_KIT, defaultRelease, planFromTemplate, planOf, type SectionPlan } from '@pentimento/core/plan';
import { format, parseISO } from 'date-fns';
import { randomUUID } from 'node:crypto';
import { TestShop } from '../test-support/test-shop.js';

const plan: SectionPlan = {
  ...planFromTemplate('staged', { startDate: '2026-12-07', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 80 } }),
  intake: { ...DEFAULT_INTAKE, hand: 'left' },
  release: { ...defaultRelease(1), startMin: -3 * 1440 + 480 },
};

describe('traveler', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await TestShop.open();
  });
  afterAll(() => shop.close());

  const made = async (agent: Awaited<ReturnType<TestShop['signedIn']>>, of: SectionPlan, part = 'Chute'): Promise<string> => {
    const id = randomUUID();
    await agent
      .post('/api/builds')
      .send({ id, name: 'Slide chute, µ test', part, note: '', plan: planOf(of) })
      .expect(201);
    return id;
  };

  test.each(['A4', 'LETTER'])('is a PDF with embedded fonts on %s', async (paper) => {
    const agent = await shop.signedIn();
    const id = await made(agent, plan);
    const { body, headers } = await agent.get(`/api/builds/${id}/traveler.pdf?paper=${paper}`).responseType('blob').expect(200);
    expect(headers['content-type']).toBe('application/pdf');
    expect(headers['content-disposition']).toContain("UTF-8''Slide-chute-%C2%B5-test.pdf");
    const text = Buffer.isBuffer(body) ? body.toString('latin1') : '';
    expect(text.slice(0, 5)).toBe('%PDF-');
    expect(text).toContain('/FontFile2');
    expect(text).toMatch(paper === 'A4' ? /MediaBox \[0 0 595\.28 841\.89\]/ : /MediaBox \[0 0 612(\.00)? 792(\.00)?\]/);
    expect((text.match(/\/Type \/Page\b(?!s)/g) ?? []).length).toBeGreaterThanOrEqual(3);
  });

  test('the calendar has release, every session and demolding, at the shop’s own time', async () => {
    const agent = await shop.signedIn();
    const id = await made(agent, plan);
    const { text } = await agent.get(`/api/builds/${id}/sessions.ics`).expect(200);
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(plan.sessions.length + 2);
    expect(text).toContain('DTSTART:20261207T080000\r\n');
    expect(text.replace(/\r\n[ \t]/g, '')).toContain(`/builds/${id}`);
    expect(new Set(text.match(/UID:.*/g)).size).toBe(plan.sessions.length + 2);
  });

  test('what was begun at the bench stands in it as it was', async () => {
    const agent = await shop.signedIn();
    const id = await made(agent, plan);
    const at = '2026-11-25T09:00:00.000Z';
    const begins = `DTSTART:${format(parseISO(at), "yyyyMMdd'T'HHmmss")}`;
    expect((await agent.get(`/api/builds/${id}/sessions.ics`).expect(200)).text).not.toContain(begins);
    const line = { id: randomUUID(), stepId: 'release:plug:clean:1', kind: 'started', at, note: '', reverses: null };
    await agent.post(`/api/builds/${id}/log`).send(line).expect(201);
    expect((await agent.get(`/api/builds/${id}/sessions.ics`).expect(200)).text).toContain(begins);
  });

  test('a plan of more pieces than anybody cuts is not printed, and says what to do', async () => {
    const agent = await shop.signedIn();
    const huge = { ...plan, areaM2: 400, kit: { ...DEFAULT_KIT, longestPieceMm: 200, widestPieceMm: 100 } };
    const id = await made(agent, huge);
    const { body } = await agent.get(`/api/builds/${id}/traveler.pdf?paper=A4`).expect(422);
    expect(body).toMatchObject({ code: 'too-large-to-print' });
    expect(body.detail).toMatch(/Larger pieces under Kit/);
  });

  test('while sheets are printed the shop answers others', async () => {
    const agent = await shop.signedIn();
    const id = await made(agent, plan);
    const prints = Promise.all(Array.from({ length: 3 }, () => agent.get(`/api/builds/${id}/traveler.pdf?paper=A4`).expect(200)));
    let asked = 0;
    const state = { printing: true };
    void prints.finally(() => {
      state.printing = false;
    });
    while (state.printing) {
      await shop.anonymous().get('/api/health').expect(200);
      asked += 1;
    }
    await prints;
    // On the event loop a sheet would have let hardly one through.
    expect(asked).toBeGreaterThan(5);
  });

  test('refuses other papers and unknown builds, and answers nobody who is not signed in', async () => {
    const agent = await shop.signedIn();
    const id = await made(agent, plan);
    await agent.get(`/api/builds/${id}/traveler.pdf?paper=B5`).expect(400);
    await agent.get(`/api/builds/${randomUUID()}/traveler.pdf?paper=A4`).expect(404);
    await shop.anonymous().get(`/api/builds/${id}/sessions.ics`).expect(401);
  });

  test.each<[string, SectionPlan, number, RegExp]>([
    [
      'a zone without a known release',
      { ...plan, release: { ...defaultRelease(1), zones: [{ ...defaultRelease(1).zones[0], programId: 'butter' }] } },
      400,
      /programId/,
    ],
    ['a gate overruled without a reason', { ...plan, release: { ...defaultRelease(1), override: { by: 'Ada', reason: '' } } }, 400, /reason/],
    [
      'patches that do not add up to the area',
      { ...plan, patches: [{ id: 'a', name: 'a', place: 'flat', count: 1, form: { shape: 'flat', lengthMm: 500, widthMm: 500 } }] },
      422,
      /sum of its patches, 0.250/,
    ],
    [
      'a patch without a size',
      { ...plan, patches: [{ id: 'a', name: 'lid', place: 'flat', count: 1, form: { shape: 'flat', lengthMm: 500 } }] },
      422,
      /"lid", width/,
    ],
    [
      'a core as thin as gel coat',
      { ...plan, sessions: [{ ...plan.sessions[0], layers: [{ ...plan.sessions[0].layers[0], role: 'core', wetFilmUm: 300 }] }] },
      422,
      /between 500 and 60000/,
    ],
    [
      'a gel coat as thick as a core',
      { ...plan, sessions: [{ ...plan.sessions[0], layers: [{ ...plan.sessions[0].layers[0], wetFilmUm: 30000 }] }] },
      422,
      /between 50 and 3000/,
    ],
  ])('the API refuses %s', async (_what, bad, status, words) => {
    const agent = await shop.signedIn();
    const { body } = await agent
      .post('/api/builds')
      .send({ id: randomUUID(), name: 'x', part: 'x', note: '', plan: planOf(bad) })
      .expect(status);
    expect(body.detail).toMatch(words);
  });

  test('what was planned comes back as it was', async () => {
    const agent = await shop.signedIn();
    const id = await made(agent, { ...plan, patches: undefined });
    const { body } = await agent.get(`/api/builds/${id}`).expect(200);
    expect(body.current.plan.sections[0].release).toEqual(plan.release);
    expect(body.current.plan.mold.intake).toEqual(plan.intake);
    expect(body.current.plan.sections[0].sessions[2].layers[0].fabricId).toBe('mat_450');
  });
});
