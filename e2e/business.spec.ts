import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { expect, type Page, test } from '@playwright/test';
import { Installation } from './installation.ts';
import { chooseSystem } from './shop.ts';

const PASSWORD = 'tide and varnish';
const JOSS_PASSWORD = 'three brass hinges';

/** Types into a field as a person does, key by key. */
async function type(page: Page, label: string, text: string): Promise<void> {
  await page.getByLabel(label, { exact: true }).pressSequentially(text);
}

/** The sample shop opens beside and says on every screen what it is; the installation still waits for its own. */
async function lookAtSample(page: Page): Promise<void> {
  await page.getByRole('button', { name: /Look at the sample shop/ }).click();
  await page.getByRole('button', { name: 'Set up the sample shop' }).click();
  const [sample] = await Promise.all([
    page.waitForEvent('popup'),
    page.getByRole('link', { name: /^Open http/ }).click(),
  ]);
  await expect(sample.getByRole('note')).toContainText('Demo shop: every name and job is made up.');
  await sample.getByRole('button', { name: 'Enter as Maren' }).click();
  await expect(sample.getByRole('link', { name: /QUAY/ }).first()).toBeVisible();
  await expect(sample.getByRole('note')).toBeVisible();
  await sample.close();
  await page.getByRole('button', { name: 'Back' }).click();
}

async function firstRun(page: Page, address: string, code: string): Promise<void> {
  await page.goto(address);
  await page.waitForURL('**/first-run');
  await type(page, 'Code', 'wrong-code');
  await page.getByRole('button', { name: 'Continue' }).click();
  await expect(page.getByText('This is not the code.')).toBeVisible();
  await page.getByLabel('Code', { exact: true }).press('Control+a');
  await type(page, 'Code', code.toLowerCase());
  await page.getByRole('button', { name: 'Continue' }).click();
  await lookAtSample(page);
  await page.getByRole('button', { name: /Set up my shop/ }).click();
  await type(page, 'Name of the shop', 'Harbour Finishes');
  await page.getByLabel('Region').selectOption({ label: 'Ireland' });
  await expect(page.getByLabel('Currency')).toHaveValue('EUR');
  await type(page, 'Your name', 'Maren');
  await type(page, 'Sign-in name', 'maren');
  await type(page, 'Password', 'password123');
  await type(page, 'Repeat password', 'password123');
  await page.getByRole('button', { name: 'Open the shop' }).click();
  await expect(page.getByText(/on the list of common ones/)).toBeVisible();
  for (const label of ['Password', 'Repeat password']) {
    await page.getByLabel(label, { exact: true }).press('Control+a');
    await type(page, label, PASSWORD);
  }
  await page.getByRole('button', { name: 'Open the shop' }).click();
  await page.waitForURL('**/jobs');
  await expect(page.getByRole('heading', { name: 'Harbour Finishes' })).toBeVisible();
}

/** An empty shop says what to do first; its sample job is planned, and thrown away again. */
async function trySampleJob(page: Page): Promise<void> {
  const steps = page.getByRole('region', { name: 'First steps' });
  await expect(steps.getByRole('listitem')).toHaveCount(3);
  await steps.getByRole('button', { name: 'Try a sample job' }).click();
  await page.waitForURL('**/brief');
  const stages = page.getByRole('navigation', { name: 'Stages of the job' });
  await stages.getByRole('link', { name: /Days/ }).click();
  await page.getByRole('button', { name: 'Plan the job' }).click();
  await expect(page.getByText(/^Completion/).first()).toBeVisible();
  await page.goto(new URL('/jobs', page.url()).toString());
  await page.getByRole('link', { name: /SAMPLE/ }).click();
  await stages.getByRole('link', { name: /Brief/ }).click();
  await page.getByRole('button', { name: 'Delete this job…' }).click();
  await page.getByRole('button', { name: 'Keep' }).click();
  await page.getByRole('button', { name: 'Delete this job…' }).click();
  await page.getByRole('button', { name: 'Delete SAMPLE for good' }).click();
  await page.waitForURL('**/jobs');
  await expect(steps.getByRole('button', { name: 'Start a job' })).toBeVisible();
}

/** Adds Joss, and answers with the link that lets them in. */
async function addJoss(page: Page): Promise<string> {
  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  await page.getByRole('link', { name: 'People' }).click();
  const form = page.locator('section').filter({ has: page.getByRole('heading', { name: 'Add someone' }) });
  await form.getByLabel('Name').pressSequentially('Joss');
  await form.getByRole('button', { name: 'Add member' }).click();
  const dialog = page.getByRole('dialog', { name: 'Invitation for Joss' });
  const link = (await dialog.getByText(/\/invite#/).textContent()) ?? '';
  await page.keyboard.press('Escape');
  const joss = page.getByRole('listitem', { name: 'Joss' });
  await joss.getByRole('button', { name: 'Set PIN' }).click();
  await type(page, '4 to 6 digits', '1234');
  await page.getByRole('button', { name: 'Save PIN' }).click();
  await expect(page.getByText(/too easy to guess/)).toBeVisible();
  await page.getByLabel('4 to 6 digits').press('Control+a');
  await type(page, '4 to 6 digits', '4825');
  await page.getByRole('button', { name: 'Save PIN' }).click();
  await expect(joss.getByText(/invited, PIN of 4 digits/)).toBeVisible();
  return link.trim();
}

async function acceptInvite(page: Page, link: string): Promise<void> {
  await page.goto(link);
  await page.getByRole('button', { name: 'Continue' }).click();
  await expect(page.getByRole('heading', { name: /Welcome to Harbour Finishes, Joss/ })).toBeVisible();
  await type(page, 'New password', JOSS_PASSWORD);
  await type(page, 'Repeat password', JOSS_PASSWORD);
  await page.getByRole('button', { name: 'Save and sign in' }).click();
  await page.waitForURL('**/jobs');
  // Floor: looks at the jobs, starts none.
  await expect(page.getByRole('button', { name: 'Start a job' })).toHaveCount(0);
}

async function planJob(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Jobs' }).click();
  await page.getByRole('button', { name: 'Start a job' }).click();
  await page.getByLabel('Name', { exact: true }).press('Control+a');
  await type(page, 'Name', 'Net loft shutters');
  await page.getByLabel('Code, on labels').press('Control+a');
  await type(page, 'Code, on labels', 'LOFT');
  await expect(page.getByText(/^saved \d\d:\d\d$/)).toBeVisible();
  await page.getByRole('button', { name: 'Add a zone' }).click();
  await page.getByRole('link', { name: /Pieces/ }).click();
  await page.getByLabel('Tag of Z01').press('Control+a');
  await type(page, 'Tag of Z01', 'S1');
  await page.getByLabel(/^Width of/).press('Control+a');
  await page.getByLabel(/^Width of/).pressSequentially('17 3/4"');
  await page.getByLabel(/^Width of/).press('Enter');
  await expect(page.getByLabel('Width of S1')).toHaveValue('450.9');
  await page.getByLabel('Tag of S2').press('Enter');
  await expect(page.getByLabel('Tag of S3')).toBeFocused();
  await page.getByRole('link', { name: /Sequence/ }).click();
  await chooseSystem(page, 'D', 'sound old lacquer');
  await page.getByRole('link', { name: /Days/ }).click();
  await page.getByRole('button', { name: 'Plan the job' }).click();
  await expect(page.getByRole('heading', { name: /^Completion/ })).toBeVisible();
}

/** Makes a browser a tablet of the shop, and logs on it as Joss by PIN. */
async function logOnTablet(page: Page, address: string): Promise<void> {
  await page.goto(address);
  // Another spelling of the same name.
  await type(page, 'Name', 'MAREN');
  await type(page, 'Password', PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  await page.getByRole('link', { name: 'People' }).click();
  await type(page, 'Name of this tablet', 'Booth');
  await page.getByRole('button', { name: 'Enrol this browser' }).click();
  const maren = page.getByRole('listitem', { name: 'Maren' });
  await maren.getByRole('button', { name: 'Set PIN' }).click();
  await type(page, '4 to 6 digits', '920417');
  await page.getByRole('button', { name: 'Save PIN' }).click();
  await expect(maren.getByText(/PIN of 6 digits/)).toBeVisible();
  await page.getByRole('button', { name: 'Maren – switch' }).click();
  await page.getByRole('region', { name: 'Who is it?' }).getByRole('button', { name: 'Joss' }).click();
  for (const digit of '4829') await page.getByRole('button', { name: digit, exact: true }).click();
  await expect(page.getByText('This is not the PIN.')).toBeVisible();
  for (const digit of '4825') await page.getByRole('button', { name: digit, exact: true }).click();
  await page.getByRole('link', { name: 'Floor', exact: true }).click();
  await page.getByRole('region', { name: 'Do now' }).getByRole('button').first().click();
  const last = page.getByRole('region', { name: 'Logged last' });
  await expect(last).toContainText('Logged:');
  await expect(last).not.toContainText('syncing');
  // Maren takes over by PIN, typed: for what only owners do, the tablet asks for the password.
  await page.getByRole('button', { name: 'Joss – switch' }).click();
  await page.getByRole('region', { name: 'Who is it?' }).getByRole('button', { name: 'Maren' }).click();
  await page.keyboard.type('920417');
  await expect(page.getByRole('button', { name: 'Maren – switch' })).toBeVisible();
  await page.goto(new URL('/shop/people', page.url()).toString());
  await type(page, 'Password', 'a wrong one');
  await page.getByRole('button', { name: 'Continue' }).click();
  await expect(page.getByText('This is not your password.')).toBeVisible();
  await page.getByLabel('Password', { exact: true }).press('Control+a');
  await type(page, 'Password', PASSWORD);
  await page.getByRole('button', { name: 'Continue' }).click();
  await expect(page.getByRole('heading', { name: 'People' })).toBeVisible();
}

/** The client looks at the job on a phone, without signing in, until the link is ended. */
async function showClient(page: Page, phone: Page): Promise<void> {
  await page.getByRole('link', { name: /Brief/ }).click();
  await page.getByRole('button', { name: 'Make link' }).click();
  const link = ((await page.getByText(/\/client#/).textContent()) ?? '').split('Copy it')[0] ?? '';
  await phone.goto(link.trim());
  await expect(phone.getByRole('heading', { name: 'Net loft shutters' })).toBeVisible();
  await expect(phone.getByText('Planned completion')).toBeVisible();
  await expect(phone.getByText('Cleaned and sanded')).toBeVisible();
  await expect(phone.getByText(/fully hard after \d+ days/)).toBeVisible();
  expect(await phone.getByRole('main').textContent()).not.toMatch(/Joss|Maren/);
  const isWider = await phone.evaluate(() => document.documentElement.scrollWidth > window.innerWidth);
  expect(isWider).toBe(false);
  await page.getByRole('button', { name: 'End link' }).click();
  await expect(page.getByText('ended')).toBeVisible();
  await phone.reload();
  await expect(phone.getByText(/does not lead anywhere any more/)).toBeVisible();
}

test('a shop opens for business, loses its computer, and goes on elsewhere as the same shop', async ({
  browser,
}) => {
  test.setTimeout(600_000);
  const first = new Installation();
  const second = new Installation();
  try {
    const code = await first.start(/works once: (\S+)/);
    const address = /Upholder is at (\S+)/.exec(first.output)?.[1] ?? '';
    const maren = await (await browser.newContext()).newPage();
    await firstRun(maren, address, code);
    await trySampleJob(maren);
    const link = await addJoss(maren);
    const joss = await (await browser.newContext()).newPage();
    await acceptInvite(joss, link);
    await planJob(maren);
    await logOnTablet(await (await browser.newContext()).newPage(), address);
    await maren.getByRole('link', { name: /Log/ }).click();
    await maren.waitForURL('**/log');
    // The plan names both as well, and stays on the page until the log has come.
    await expect(maren.getByRole('main').getByRole('button', { name: 'Withdraw' })).toBeVisible();
    await expect(maren.getByRole('main')).toContainText(/Remove, tag and bag.*Joss/);
    const entry = (await maren.getByRole('main').textContent()) ?? '';

    await showClient(
      maren,
      await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage(),
    );

    await maren.getByRole('link', { name: 'Shop' }).click();
    await maren.getByRole('link', { name: 'Backups' }).click();
    await maren.getByRole('button', { name: 'Back up now' }).click();
    await expect(maren.getByText(/test-restored: .*, 1 log entry/)).toBeVisible();
    const [file = ''] = readdirSync(join(first.folder, 'backups'));
    // The machine is gone, in the middle of everything.
    first.killAll();

    expect(second.run('restore', join(first.folder, 'backups', file))).toContain('1 log entry, log intact');
    const there = await second.start(/Upholder is at (\S+)/);
    await maren.goto(there);
    await type(maren, 'Name', 'maren');
    await type(maren, 'Password', PASSWORD);
    await maren.getByRole('button', { name: 'Sign in' }).click();
    await maren.getByRole('link', { name: /LOFT/ }).first().click();
    await expect(maren.getByRole('heading', { name: /^Completion/ })).toBeVisible();
    await maren
      .getByRole('navigation', { name: 'Stages of the job' })
      .getByRole('link', { name: /Log/ })
      .click();
    await maren.waitForURL('**/log');
    await expect(maren.getByRole('main')).toHaveText(entry);
    expect(second.run('check')).toContain('Harbour Finishes: 1 log entry, none changed, none missing.');
    second.run('backup');
    expect(second.run('doctor')).toMatch(/none changed, none missing[\s\S]*Nothing is wrong/);
    await joss.goto(there);
    await type(joss, 'Name', 'joss');
    await type(joss, 'Password', JOSS_PASSWORD);
    await joss.getByRole('button', { name: 'Sign in' }).click();
    await expect(joss.getByRole('heading', { name: 'Harbour Finishes' })).toBeVisible();
    // What was killed starts again as well: PostgreSQL recovers what it had promised.
    await first.start(/Upholder is at (\S+)/);
    expect(first.run('check')).toContain('Harbour Finishes: 1 log entry, none changed, none missing.');
  } finally {
    await first.remove();
    await second.remove();
  }
});
