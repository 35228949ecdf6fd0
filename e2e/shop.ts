import { expect, test as base, type Locator, type Page } from '@playwright/test';

/** A test whose page must stay free of console errors; those a test provokes on purpose are listed by it. */
export const test = base.extend<{ allowedErrors: RegExp[]; quiet: undefined }>({
  allowedErrors: async ({}, use) => {
    await use([]);
  },
  quiet: [
    async ({ page, allowedErrors }, use) => {
      const errors: string[] = [];
      page.on('console', (message) => {
        if (message.type() === 'error') errors.push(message.text());
      });
      page.on('pageerror', (error) => errors.push(error.message));
      await use(undefined);
      expect(errors.filter((text) => !allowedErrors.some((allowed) => allowed.test(text)))).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

export async function signIn(page: Page, name = 'Ada Marsh'): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: new RegExp(name) }).click();
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible();
}

export async function openBuild(page: Page, name: string): Promise<void> {
  await page
    .getByRole('link', { name: new RegExp(name) })
    .first()
    .click();
  await expect(page.getByRole('group', { name: 'Growth chart' })).toBeVisible();
}

/** Goes to a stage of the open build. */
export async function openStage(page: Page, name: string): Promise<void> {
  await page.getByRole('navigation', { name: 'Stages of the build' }).getByRole('link', { name }).click();
  await expect(page.getByRole('complementary', { name: /Verdicts|What objects/ })).toBeVisible();
}

/** Shows the limits that are kept, which are folded into one line. */
export async function unfoldKept(page: Page): Promise<void> {
  const line = page.getByRole('complementary', { name: 'Verdicts' }).getByRole('button', { name: /limits? kept/ });
  if ((await line.getAttribute('aria-expanded')) === 'false') await line.click();
}

/** Opens what a plan says of plug and shop, which is folded into one line. */
export async function unfoldConditions(page: Page): Promise<void> {
  const line = page.getByRole('button', { name: /^Plug and shop: / });
  if ((await line.getAttribute('aria-expanded')) === 'false') await line.click();
}

/** Opens how a layer is put on, in the table of the stack. */
export async function unfoldLayer(page: Page, layer: string): Promise<void> {
  const line = page.getByRole('button', { name: `How ${layer} is put on`, exact: true });
  if ((await line.getAttribute('aria-expanded')) === 'false') await line.click();
}

export function worst(page: Page): Locator {
  return page.getByTestId('worst');
}

/** Start of a session as the chart's handle says it. */
export async function startOf(page: Page, session: string): Promise<number> {
  return Number(await page.getByRole('slider', { name: `Start of ${session}` }).getAttribute('aria-valuenow'));
}

/** Drags a session's edge sideways by pixels, in small steps as a hand does. */
export async function dragSession(page: Page, session: string, byX: number): Promise<void> {
  const box = await page.getByRole('slider', { name: `Start of ${session}` }).boundingBox();
  if (!box) throw new Error(`${session} has no handle`);
  const x = box.x + box.width / 2;
  const y = box.y + box.height / 2;
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + byX, y, { steps: 12 });
  await page.mouse.up();
}

/** Types into a cell of a plan and makes it an edit. */
export async function enter(cell: Locator, text: string): Promise<void> {
  await cell.fill(text);
  await cell.press('Enter');
}

/** Types a number by the large keys. */
export async function keys(dialog: Locator, number: string): Promise<void> {
  for (const one of number) await dialog.getByRole('button', { name: one === '.' ? 'decimal point' : one, exact: true }).click();
}
