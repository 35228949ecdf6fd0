import { expect, signIn, test } from '../shop';
import { randomUUID } from 'node:crypto';

const COUNT = 2000;

/** Last of all: from here on the rack of the shared demo is a long one. */
test('two thousand molds scroll and are found at speed', async ({ page }) => {
  test.setTimeout(180_000);
  await signIn(page);
  const molds = Array.from({ length: COUNT }, (_, i) => ({
    id: randomUUID(),
    number: `X-${String(i).padStart(4, '0')}`,
    part: `Hull panel ${String(i % 90)}`,
    hand: 'none',
    releaseProgramId: 'paste-wax',
    customer: `Yard ${String(i % 7)}`,
    place: `Row ${String(i % 40)}`,
    state: 'in service',
    plug: 'not said',
    plugWhere: '',
    made: null,
    sections: [],
    zones: [],
    before: { pulls: i % 500, sinceFull: i % 20, sinceCoat: Math.min(i % 20, i % 7), treated: true },
  }));
  const made = await page.request.post('/api/molds/list', { data: { molds }, timeout: 120_000 });
  expect(made.status()).toBe(201);
  await page.goto('/rack');
  const list = page.getByRole('list', { name: /molds$/ });
  await expect(list.getByRole('link').first()).toBeVisible();
  // Only what is seen is drawn.
  expect(await list.getByRole('listitem').count()).toBeLessThan(60);
  await page.getByLabel('by customer').check();
  await expect(list.getByRole('link').first()).toBeVisible();
  await list.evaluate((element) => {
    element.scrollTop = element.scrollHeight;
  });
  await expect(list.getByText('Yard 6').first()).toBeVisible();
  await page.getByLabel('Number, part, customer or place').fill('X-1234');
  // Few enough to stand as spines.
  await expect(page.getByRole('link', { name: /X-1234/ })).toBeVisible();
  await expect(page.getByText('1 mold', { exact: true })).toBeVisible();
});
