import { expect, openStage, test } from './shop.ts';

test.beforeAll(({ shop }) => shop.tell('reset'));

test('falling behind is told before anybody plans again, and planning again says what changed', async ({
  maren: page,
}) => {
  await openStage(page, 'QUAY', 'Days');
  await expect(page.getByText('behind this plan')).toHaveCount(0);
  // Somebody takes the very first entry back: what it stood for is two days overdue.
  await page.evaluate(async () => {
    const read = async (path: string) => (await fetch(`/api${path}`)).json();
    const { csrfToken } = await read('/session');
    const jobId = location.pathname.split('/')[2];
    const { log } = await read(`/jobs/${jobId}`);
    const first = log.toSorted((a: { doneAt: string }, b: { doneAt: string }) =>
      a.doneAt.localeCompare(b.doneAt),
    )[0];
    const { memberId: _by, memberName: _name, loggedAt: _at, ...entry } = first;
    await fetch(`/api/jobs/${jobId}/log`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-csrf-token': csrfToken },
      body: JSON.stringify({
        ...entry,
        id: crypto.randomUUID(),
        correctsId: first.id,
        isWithdrawal: true,
        coat: null,
      }),
    });
  });
  await expect(page.getByText(/At least .* behind this plan: .* is not logged/)).toBeVisible();
  await expect(page.getByText('at risk: behind the plan')).toBeVisible();
  await page.getByRole('link', { name: 'Jobs', exact: true }).click();
  await expect(page.getByRole('link', { name: /QUAY.*at risk: behind the plan/ })).toBeVisible();
  await page.getByRole('link', { name: 'Floor', exact: true }).click();
  const atRisk = page.getByRole('region', { name: 'At risk' });
  await expect(atRisk).toContainText(/QUAY is needed by .* and at least .* behind its plan/);
  await atRisk.getByRole('link', { name: 'QUAY' }).click();
  await page.getByRole('button', { name: 'Ways to finish sooner' }).click();
  await expect(page.getByRole('region', { name: 'Ways to finish sooner' })).toBeVisible();
  await page.getByRole('tab', { name: 'Next' }).click();
  await page.getByRole('button', { name: 'Replan from now' }).click();
  await expect(page.getByText(/entr(y|ies) in the log since, 1 withdrawn/)).toBeVisible();
  await expect(page.getByText('behind this plan')).toHaveCount(0);
});
