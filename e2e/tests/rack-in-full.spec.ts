import { expect, signIn, test } from '../shop';

const LIST = [
  'number,part,hand,customer,place,release program,zones,pulls,since full,since coat',
  'R-81,Ferry bench,left,Sound Ferries,Loft,paste wax,Seat: field; Rim: flange; Heel: inside corner,40,8,1',
  'R-82,Ferry bench,right,Sound Ferries,Loft,paste wax,,12,4,2',
  'R-83,Ferry bench,up,Sound Ferries,Loft,butter,,3,3,3',
].join('\n');

test('molds come in from a list, get labels, are scanned by typing, pulled by zone, found, repaired and back in service', async ({ page }) => {
  await signIn(page);
  await page.goto('/rack');
  await expect(page.getByText('M-003')).toBeVisible();

  await test.step('a list with a wrong line: what is right goes in, what is wrong is told by line', async () => {
    await page.getByRole('button', { name: 'From a list' }).click();
    await page.getByLabel('List of molds').setInputFiles({ name: 'molds.csv', mimeType: 'text/csv', buffer: Buffer.from(LIST) });
    const wrong = page.getByRole('alert', { name: 'What is wrong in the list' });
    await expect(wrong).toContainText('Line 4: "up" is no hand. Write left, right or nothing.');
    await expect(wrong).toContainText('Line 4: "butter" is no release program.');
    await page.getByRole('button', { name: 'Put 2 on the rack, without the wrong lines' }).click();
    await expect(page.getByText('2 molds are on the rack')).toBeVisible();
    const [labels] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Labels' }).click()]);
    expect(labels.suggestedFilename()).toBe('mold-labels.pdf');
    await page.getByRole('button', { name: 'Close' }).click();
  });

  await test.step('a label that is typed leads to its mold, ready for a pull; by zone where it differs', async () => {
    await page.getByRole('button', { name: 'Scan a label' }).click();
    await page.getByLabel('Or type its number').fill('R-99');
    await page.getByRole('button', { name: 'Go to the mold' }).click();
    await expect(page.getByText('No mold has the number R-99.')).toBeVisible();
    await page.getByLabel('Or type its number').fill('r-81');
    await page.getByRole('button', { name: 'Go to the mold' }).click();
    const sheet = page.getByRole('dialog', { name: /R-81 Ferry bench: how did it let go/ });
    await expect(sheet).toBeVisible();
    await sheet.getByRole('button', { name: 'By zone, and more' }).click();
    await sheet.getByRole('group', { name: 'All of it' }).getByRole('button', { name: '2 Light wedges' }).click();
    await sheet.getByRole('group', { name: 'Heel' }).getByRole('button', { name: '4 Fight' }).click();
    await sheet.getByLabel('Part’s number or batch').fill('FB-17');
    await sheet.getByRole('button', { name: 'Log the pull' }).click();
    await expect(page.getByTestId('Pulls since new')).toHaveText('41');
    await expect(page.getByText('Pull of FB-17, ease 4 by zone')).toBeVisible();
    await expect(page.getByTestId('due')).toContainText('The last pull was a fight');
  });

  await test.step('a treatment of the wrong zones is taken back', async () => {
    await page.getByRole('button', { name: 'Log a treatment' }).click();
    await page.getByRole('button', { name: /By zone, steps/ }).click();
    await page
      .getByRole('group', { name: /Where: none named/ })
      .getByRole('button', { name: 'Rim' })
      .click();
    await page.getByRole('button', { name: 'Log the treatment' }).click();
    await expect(page.getByText('Touch-up coat: Rim')).toBeVisible();
    await expect(page.getByTestId('since last coat')).toHaveText('2');
    await page.getByRole('row').filter({ hasText: 'Touch-up coat: Rim' }).getByRole('button', { name: 'Take back' }).click();
    await expect(page.getByText('Counter-entry: a treatment taken back')).toBeVisible();
  });

  await test.step('what the next pull risks changes with what is done', async () => {
    const sticks = page.getByRole('region', { name: 'When it will stick' });
    await expect(sticks).toBeVisible();
    await expect(sticks).toContainText('By 1 graded pulls of this mold', { timeout: 20_000 });
  });

  await test.step('something found is put on the drawing, and its causes are ranked', async () => {
    await page.getByRole('button', { name: 'Something found' }).click();
    const found = page.getByRole('dialog', { name: /what was found/ });
    await found.getByRole('button', { name: 'sticks', exact: true }).click();
    // Four corners are one zone: what lies between them is another.
    await found.getByRole('button', { name: 'Heel', exact: true }).press('Enter');
    await found.getByRole('button', { name: 'into the gel coat, second color shows' }).click();
    await found.getByLabel(/^Size/).fill('30');
    await found.getByLabel('In your words').fill('Torn strip');
    await found.getByRole('button', { name: 'Write it down' }).click();
    const open = page.getByRole('list', { name: 'Found and not repaired' });
    await expect(open).toContainText('sticks, Heel, 30');
    await open.getByRole('button', { name: 'Why?' }).click();
    const causes = page.getByRole('list', { name: 'Causes, likeliest first' });
    await expect(causes.getByRole('listitem').first()).toBeVisible();
    await expect(page.getByText('This mold has no build on record')).toBeHidden();
    const worn = causes.getByRole('listitem').filter({ hasText: 'Release worn out' }).first();
    if (!(await worn.getByText(/since the last coat there/).isVisible())) await worn.getByText('Release worn out').click();
    await expect(worn.getByText(/since the last coat there/)).toBeVisible();
    await page.getByRole('button', { name: 'Close' }).click();
  });

  await test.step('a repair holds it, step by step, until somebody signs it off', async () => {
    await page.getByRole('button', { name: 'Repair it' }).click();
    const polish = page.getByRole('list', { name: 'Ways to repair it' }).getByRole('listitem').filter({ hasText: 'Wet sand and polish' });
    await polish.getByRole('button', { name: /^Begin/ }).click();
    await expect(page.getByTestId('due')).toContainText('In repair (sticks): wet sand and polish');
    await page.getByRole('button', { name: 'Done: wet sand' }).click();
    await page.getByRole('button', { name: 'Done: polish' }).click();
    await page.getByRole('button', { name: /back in service/ }).click();
    await expect(page.getByTestId('due')).not.toContainText('In repair');
    await expect(page.getByText('Nothing open.')).toBeVisible();
    await page.reload();
    await expect(page.getByText('Repair signed off: back in service')).toBeVisible();
  });

  await test.step('an illegal mixture of release systems is refused, after a strip it is not', async () => {
    await page.getByRole('button', { name: 'Change …' }).click();
    await page.getByRole('button', { name: 'Release program', exact: true }).click();
    await page.getByRole('button', { name: 'Semi-permanent', exact: true }).click();
    await expect(page.getByRole('alert')).toContainText('does not bond over wax');
    await expect(page.getByRole('button', { name: 'Write it down' })).toBeDisabled();
    await page.getByRole('button', { name: 'Yes', exact: true }).click();
    await page.getByRole('button', { name: 'Write it down' }).click();
    await expect(page.getByTestId('due')).toContainText('No release treatment on record');
  });

  await test.step('it is among the treatments that are due', async () => {
    await page.goto('/rack/treatments');
    await expect(page.getByRole('heading', { name: /^Today/ })).toBeVisible();
    await expect(page.getByRole('row').filter({ hasText: 'R-81' })).toContainText('Strip and treat');
  });
});

test('a mold in trouble tells why, by its build’s own log', async ({ page }) => {
  await signIn(page);
  await page.goto('/rack');
  await page.getByRole('link', { name: /M-006/ }).click();
  const open = page.getByRole('list', { name: 'Found and not repaired' });
  await open.getByRole('listitem').filter({ hasText: 'soft gel coat' }).getByRole('button', { name: 'Why?' }).click();
  const causes = page.getByRole('list', { name: 'Causes, likeliest first' });
  await expect(causes.getByRole('listitem').first()).toBeVisible({ timeout: 20_000 });
  await expect(causes.getByRole('link', { name: 'log of the build' }).first()).toHaveAttribute('href', /^\/bench\//);
});

test('each piece of evidence leads to its line: of the build’s log, and of the mold’s logbook', async ({ page }) => {
  await signIn(page);
  await page.goto('/rack');
  await page.getByRole('link', { name: /M-006/ }).click();
  const why = page.getByRole('list', { name: 'Found and not repaired' }).getByRole('button', { name: 'Why?' });
  await why.first().click();
  const causes = page.getByRole('list', { name: 'Causes, likeliest first' });
  await expect(causes.getByRole('listitem').first()).toBeVisible({ timeout: 20_000 });
  await causes.locator('a[href*="/bench/"][href*="at="]').first().click();
  await expect(page.getByRole('complementary', { name: 'Log' }).locator('[aria-current]')).toBeInViewport();
  await page.goto('/rack');
  await page
    .getByRole('link', { name: /Sauna bath tub/ })
    .first()
    .click();
  await why.first().click();
  await causes.getByRole('link', { name: 'logbook' }).first().click();
  await expect(page.locator('tr[aria-current]')).toBeInViewport({ timeout: 20_000 });
});
