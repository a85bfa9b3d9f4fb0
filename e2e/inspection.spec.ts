import type { Locator, Page } from '@playwright/test';
import type { JobDetail } from '@upholder/core/api';
import { expect, openStage, test } from './shop.ts';

/** Findings of these tests; the made-up job has some of its own. */
const isMine = ({ defect }: { defect: string }) => defect === 'run';

test.beforeEach(({ shop }) => shop.tell('reset'));

/** The smallest picture there is: one pixel as JPEG. */
const PICTURE = Buffer.from(
  '/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAP//////////////////////////////////////////////////////////////////////////////////////wAALCAABAAEBAREA/8QAFAABAAAAAAAAAAAAAAAAAAAAA//EABQQAQAAAAAAAAAAAAAAAAAAAAD/2gAIAQEAAD8AN//Z',
  'base64',
);

async function quay(page: Page): Promise<JobDetail> {
  const answer = await page.request.get(new URL('/api/floor', page.url()).toString());
  const { details } = (await answer.json()) as { details: JobDetail[] };
  const found = details.find(({ job }) => job.code === 'QUAY');
  if (!found) throw new Error('no such job');
  return found;
}

/** Taps a spot of a drawing, as shares of its width and height. */
async function tap(drawing: Locator, x: number, y: number): Promise<void> {
  const box = await drawing.boundingBox();
  if (!box) throw new Error('nothing is drawn');
  await drawing.click({ position: { x: box.width * x, y: box.height * y } });
}

test('a run is found on the floor while the line is down, with a picture; it waits over a reload, its repair is planned, the job is handed over, and a year later its label leads to the cause in five taps', async ({
  maren: page,
  context,
  shop,
}) => {
  await page.goto(new URL('/floor', page.url()).toString());
  const now = page.getByRole('region', { name: 'Do now' });
  await expect(now).toBeVisible();
  const unreachable = /\/api\/jobs\/[^/]+\/(findings|photos)/;
  await context.route(unreachable, (route) => route.abort());
  await now.getByRole('button', { name: 'Report a defect' }).click();
  const dialog = page.getByRole('dialog');
  const door = dialog.getByRole('button', { name: /C19/ });
  await door.click();
  await tap(dialog.getByRole('button', { name: /^Spot on C19/ }), 0.5, 0.55);
  await dialog.getByRole('button', { name: 'Run or sag' }).click();
  await expect(dialog).toContainText('Reported: Run or sag, C19, front');
  await dialog
    .getByLabel('Picture of Run or sag, C19, front')
    .setInputFiles({ name: 'run.jpg', mimeType: 'image/jpeg', buffer: PICTURE });
  await expect(dialog).toContainText('Picture added.');
  await dialog.getByRole('button', { name: 'Done' }).click();
  await expect(now.getByRole('img', { name: /C19 .*finding open/ })).toBeVisible();
  expect((await quay(page)).findings.filter(isMine)).toEqual([]);

  await page.reload();
  await expect(page.getByRole('img', { name: /C19 .*finding open/ }).first()).toBeVisible();
  await context.unroute(unreachable);
  await page.reload();
  await expect(async () => expect((await quay(page)).findings.filter(isMine)).toHaveLength(1)).toPass();
  const [finding] = (await quay(page)).findings.filter(isMine);
  expect(finding).toMatchObject({ defect: 'run', severity: 'visible', memberName: 'Maren', answers: [] });
  expect(finding?.spot).toMatchObject({ side: 'front', part: 'recess' });

  await openStage(page, 'QUAY', 'Inspection');
  await page.getByRole('navigation', { name: 'Findings' }).getByRole('button', { name: /C19/ }).click();
  await expect(page.getByRole('heading', { name: 'C19: Run or sag' })).toBeVisible();
  await expect(page.getByRole('button', { name: /Open a picture of Run or sag on C19/ })).toBeVisible();
  const causes = page.getByRole('region', { name: 'Likely causes' });
  await expect(causes.getByRole('listitem').first()).toContainText('Gun too slow or too close.');
  await causes.getByRole('button', { name: 'This was it' }).first().click();
  await page.getByRole('button', { name: 'Repair with its load' }).first().click();
  await expect(page.getByText(/being repaired/).first()).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Stages of the job' })).toContainText('1 to decide');

  await page.getByRole('link', { name: 'To the plan' }).click();
  await page.getByRole('button', { name: 'Replan from now' }).click();
  await expect(page.getByRole('heading', { name: 'Planned again' })).toBeVisible();
  const { steps, plan, pieces, ...rest } = await quay(page);
  const findings = rest.findings.filter(isMine);
  const own = steps.filter(({ id }) => findings[0]?.answers[0]?.stepIds.includes(id));
  expect(own.map(({ key }) => key)).toContain('mend-level');
  expect(findings[0]?.answers[0]?.cause).toBe('hand-too-slow');
  const planned = plan?.ops.filter(({ stepId }) => own.some(({ id }) => id === stepId)) ?? [];
  const tag = pieces.find(({ tag }) => tag === 'C19')?.id;
  expect(planned.map(({ pieceIds }) => pieceIds)).toEqual(own.map(() => [tag]));

  await openStage(page, 'QUAY', 'Inspection');
  await page.getByRole('navigation', { name: 'Findings' }).getByRole('button', { name: /C19/ }).click();
  await page.getByRole('link', { name: 'History of C19' }).click();
  const films = page.getByRole('region', { name: 'Films, front' });
  await expect(films.getByRole('listitem').first()).toContainText('first film');
  await expect(page.getByRole('region', { name: 'Findings on it' })).toContainText('being repaired');
  await expect(page.getByRole('region', { name: 'Work between the films' })).toContainText(
    'Degrease and rinse',
  );
  await films.getByRole('link', { name: 'product that day' }).first().click();
  await expect(page.getByRole('heading', { name: /^What else had .* on / })).toBeVisible();
  await expect(page.getByRole('region', { name: 'QUAY' })).toContainText('C19');

  // Handed over as it is, signed with the finger.
  await openStage(page, 'QUAY', 'Handover');
  await page.getByRole('checkbox', { name: 'C19: counted back' }).check();
  await page.getByRole('checkbox', { name: 'C19: bag back in' }).check();
  await page.getByRole('button', { name: 'Hand over' }).click();
  const sheet = page.getByRole('dialog', { name: 'Hand over' });
  await expect(sheet).toContainText(/C19/);
  await sheet.getByRole('checkbox', { name: /the client knows/ }).check();
  await sheet.getByLabel('Name of whoever signs').fill('');
  await sheet.getByLabel('Name of whoever signs').pressSequentially('The chemist');
  await sheet.getByRole('img', { name: 'Sign here' }).scrollIntoViewIfNeeded();
  const pad = await sheet.getByRole('img', { name: 'Sign here' }).boundingBox();
  if (!pad) throw new Error('nowhere to sign');
  await page.mouse.move(pad.x + 40, pad.y + 80);
  await page.mouse.down();
  for (const [x, y] of [
    [80, 30],
    [120, 90],
    [200, 40],
  ] as const)
    await page.mouse.move(pad.x + x, pad.y + y, { steps: 4 });
  await page.mouse.up();
  await sheet.getByRole('button', { name: 'Hand over' }).click();
  await expect(page.getByRole('region', { name: 'Standing' })).toContainText('signed by The chemist');
  await expect(page.getByRole('region', { name: 'Standing' }).getByRole('heading')).toHaveText('in care');
  await page.getByRole('link', { name: 'Handover sheet' }).click();
  await expect(page.getByRole('img', { name: 'Signature of The chemist' })).toBeVisible();
  await expect(page.getByText('Still open at the handover')).toBeVisible();

  // A year goes by; the session of then is long over.
  await shop.tell('pass a year');
  await page.goto(`${shop.address}/p/${tag}`);
  await page.getByRole('button', { name: 'Enter as Maren' }).click();
  await expect(page.getByRole('heading', { name: 'History of C19' })).toBeVisible();
  // Five taps at most from the label to the cause.
  await page.getByRole('button', { name: 'Open a call-back' }).click();
  const callBack = page.getByRole('dialog', { name: 'Call-back on C19' });
  await tap(callBack.getByRole('button', { name: /^Spot on C19/ }), 0.5, 0.55);
  await callBack.getByRole('button', { name: 'Chip or peel' }).click();
  await callBack.getByRole('link', { name: 'Likely causes' }).click();
  await expect(page.getByRole('heading', { name: 'C19: Chip or peel' })).toBeVisible();
  await expect(
    page.getByRole('region', { name: 'Likely causes' }).getByRole('listitem').first(),
  ).toBeVisible();
  await page.getByRole('link', { name: 'reopened by a call-back', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Call-backs' })).toContainText('Chip or peel');
});

test('a finding is placed by keys, accepted only with a reason, and one that is no defect goes away', async ({
  maren: page,
}) => {
  await openStage(page, 'QUAY', 'Inspection');
  const report = async (tag: string, defect: string) => {
    await page.getByRole('button', { name: 'Report a defect' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('button', { name: new RegExp(tag) }).press('Enter');
    await dialog.getByRole('button', { name: /^Spot on/ }).press('ArrowUp');
    await dialog.getByRole('button', { name: 'serious' }).press('Space');
    await dialog.getByRole('button', { name: defect }).press('Enter');
    await dialog.getByRole('button', { name: 'Done' }).press('Enter');
  };
  await report('U31', 'Dent or gap');
  const list = page.getByRole('navigation', { name: 'Findings' });
  await list.getByRole('button', { name: /U31/ }).click();
  await expect(page.getByRole('heading', { name: 'U31: Dent or gap' })).toBeVisible();
  await page.getByRole('button', { name: 'Accept as it is' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Accept' }).click();
  await expect(dialog.getByText('Write down who accepted it, and why.')).toBeVisible();
  await dialog.getByLabel('Who agreed, and why').pressSequentially('The chemist: inside, behind the jars');
  await dialog.getByRole('button', { name: 'Accept' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(page.getByText('The chemist: inside, behind the jars')).toBeVisible();
  await report('C22', 'Bleed-through');
  await list.getByRole('button', { name: /C22/ }).click();
  await expect(page.getByRole('heading', { name: 'C22: Bleed-through' })).toBeVisible();
  await page.getByRole('button', { name: 'Not a defect' }).click();
  await expect(page.getByRole('navigation', { name: 'Findings' })).toContainText('withdrawn');
  await expect(page.getByRole('navigation', { name: 'Stages of the job' })).toContainText('1 to decide');
  await page.reload();
  await expect(page.getByRole('navigation', { name: 'Findings' })).toContainText('accepted');
});
