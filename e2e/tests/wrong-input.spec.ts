import { expect, openBuild, signIn, test, enter } from '../shop';

test.describe('sign-in', () => {
  test.use({ allowedErrors: [/401/] });
  test('a wrong password is refused with words, the right one enters, signing out leaves', async ({ page }) => {
    await page.goto('/');
    await page.getByLabel('Name').fill('ada');
    await page.getByLabel('Password').fill('not the password');
    await page.getByRole('button', { name: 'Sign in', exact: true }).click();
    await expect(page.getByRole('alert')).toContainText('Name or password is wrong');
    await page.getByLabel('Password').fill('marram-demo');
    await page.getByRole('button', { name: 'Sign in', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Board' })).toBeVisible();
    await page.getByLabel('Ada Marsh: account, sign out').click();
    await page.getByRole('button', { name: 'Sign out', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  });
});

test('numbers outside their range are refused where they stand, and the plan keeps the last good one', async ({ page }) => {
  await signIn(page);
  await openBuild(page, 'Beehive roof shell, mold 3');
  const plies = page.getByLabel('Plies of Bulk mat 2');
  await enter(plies, '0');
  await expect(page.getByRole('alert')).toContainText('1 to 60');
  await enter(plies, '');
  await expect(page.getByRole('alert')).toContainText('1 to 60');
  await enter(plies, '3');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await enter(page.getByLabel('Wet film of Gel coat 1'), '600000');
  await expect(page.getByRole('alert')).toContainText('50 to 3000');
  await enter(page.getByLabel('Wet film of Gel coat 1'), '400');

  await enter(page.getByLabel('Catalyst of Bulk mat 2'), '2.8');
  await expect(page.getByRole('list', { name: 'Verdicts' })).toContainText('Stay inside the card’s range');
  await page.getByRole('button', { name: 'Back to saved' }).click();
});

test('what is typed shows in the picture at once, Enter makes it one step of undo, Escape takes it back', async ({ page }) => {
  await signIn(page);
  await openBuild(page, 'Beehive roof shell, mold 3');
  const catalyst = page.getByLabel('Catalyst of Bulk mat 2');
  const verdicts = page.getByRole('list', { name: 'Verdicts' });
  const undo = page.getByRole('button', { name: 'Undo' });
  await expect(undo).toBeDisabled();
  await catalyst.fill('2.8');
  await expect(verdicts).toContainText('Stay inside the card’s range');
  await expect(undo).toBeDisabled();
  await catalyst.press('Escape');
  await expect(catalyst).toHaveValue('1.5');
  await expect(verdicts).not.toContainText('Stay inside the card’s range');
  // Three keys, one step.
  await catalyst.fill('');
  await catalyst.pressSequentially('1.3');
  await catalyst.press('Enter');
  await expect(undo).toBeEnabled();
  await undo.click();
  await expect(catalyst).toHaveValue('1.5');
  await expect(undo).toBeDisabled();
});

test('the new-build steps hold on to a bad field and say what is accepted', async ({ page }) => {
  await signIn(page);
  await page.goto('/?new=1');
  await page.getByRole('button', { name: 'Next' }).click();
  await expect(page.getByText('Give it a name the shop will know.')).toBeVisible();
  await page.getByLabel('Name of the build').fill('Slide chute, section B');
  await page.getByLabel('Part it will make').fill('Slide chute');
  await page.getByLabel(/Area with flanges/).fill('-3');
  await page.getByRole('button', { name: 'Next' }).click();
  await expect(page.getByText(/Between 0.01 and 500 m²/)).toBeVisible();
  await page.getByLabel(/Area with flanges/).fill('2.6');
  await page.getByRole('button', { name: 'Next' }).click();
  await page.getByRole('dialog').getByRole('combobox').selectOption('pu_foam');
  await expect(page.getByLabel(/Its face stands/)).toHaveValue('70');
  await page.getByRole('button', { name: 'Cancel' }).click();
});

test('addresses that lead nowhere say so', async ({ page }) => {
  await signIn(page);
  await page.goto('/nowhere');
  await expect(page.getByText('Nothing at this address')).toBeVisible();
});
