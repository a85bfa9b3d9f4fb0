import { applyEdits } from '@upholder/core/rules';
import { draftOf, FINISHING_SYSTEMS } from '@upholder/core/systems';
import { COAT_WAYS, type CoatWay } from '../core/test/coatWays.ts';
import { type Crew, toll } from './crew.ts';
import { enter, expect, test } from './shop.ts';
import { addLines, look, stage, startJob, tell, workToTheEnd } from './wayTools.ts';

// Every way of coating carried to its end: its pieces typed, its system, its steps and its products said, planned, mixed for, worked
// and logged; looked at where it matters.

const SETTINGS = { boothRatedForSolvent: false, hasSuppliedAir: false };

/** What the shop has for a way: its place and its products. */
async function prepare(crew: Crew, { settings, sheets = {} }: CoatWay): Promise<void> {
  await crew.settings({ ...SETTINGS, ...settings });
  for (const { id, key, version, sheet } of (await crew.shop()).products)
    if (sheets[key]) {
      const entered = { ...sheet, ...sheets[key], source: 'entered from sheet' };
      await crew.call('PUT', `/products/${id}`, { version, sheet: entered });
    }
}

/** Choices and steps of a zone as the way has them. */
async function choose(crew: Crew, { zones }: CoatWay, index: number): Promise<void> {
  const way = zones[index];
  if (!way) throw new Error('no such zone');
  const { oldColour = '#8a5a33', newColour, substrate, existing } = way.facts;
  await crew.zone(
    await crew.jobHere(),
    { oldColour, newColour, substrate, survey: { existing }, systemId: way.systemId, options: null },
    index,
  );
  const options = { ...FINISHING_SYSTEMS[way.systemId].defaults, ...way.options };
  await crew.zone(await crew.jobHere(), { options }, index);
  if (!way.edits) return;
  const detail = await crew.jobHere();
  const zone = detail.zones[index];
  const drafts = detail.steps
    .filter(({ zoneId }) => zoneId === zone?.id)
    .sort((a, b) => a.position - b.position)
    .map(draftOf);
  const sheets = Object.fromEntries((await crew.shop()).products.map(({ key, sheet }) => [key, sheet]));
  await crew.call('PUT', `/zones/${zone?.id}/steps`, {
    version: zone?.version,
    steps: applyEdits(drafts, way.edits(drafts, sheets)),
  });
}

for (const way of COAT_WAYS)
  test(`${way.code}: ${way.name}`, async ({ page, shop }) => {
    test.setTimeout(300_000);
    await shop.tell('reset');
    await enter(page, shop, 'Maren');
    const crew = await startJob(page, way.name, way.code);
    await expect(page.getByLabel('Type pieces')).toBeVisible();
    await prepare(crew, way);
    if (way.isOnSite) {
      const { job } = await crew.jobHere();
      const { code, name, client, addressNote, startOn, neededBy, status, version } = job;
      const spec = { code, name, client, addressNote, startOn, neededBy, status, place: 'client' };
      await crew.call('PUT', `/jobs/${job.id}`, { version, ...spec });
    }
    if (way.methods) {
      const { job } = await crew.jobHere();
      const methods = { choices: way.methods, reasons: {} };
      await crew.call('PUT', `/jobs/${job.id}/methods`, { version: job.version, methods });
    }
    await page.reload();
    await addLines(page, ...(way.zones[0]?.lines ?? []));
    for (const [index, { lines }] of way.zones.entries()) {
      if (index === 0) continue;
      const { job, zones } = await crew.jobHere();
      await crew.call('POST', `/jobs/${job.id}/zones`, {
        ...zones[0],
        id: `0e000000-0000-4000-8000-00000000000${index}`,
        name: `Zone ${index + 1}`,
        systemId: null,
        options: null,
      });
      await page.reload();
      await page.getByLabel('Zone of the typed pieces').selectOption(`Zone ${index + 1}`);
      await addLines(page, ...lines);
    }
    for (const index of way.zones.keys()) await choose(crew, way, index);
    await page.reload();
    await stage(page, 'Sequence');
    await expect(page.getByRole('list', { name: 'Steps' }).getByRole('listitem').first()).toBeVisible();
    await expect(page.getByText(/must be fixed|Stop:/)).toHaveCount(0);
    await look(page, `${way.code}-sequence`);
    const { job } = await crew.jobHere();
    const planned = await crew.plan(job.id);
    const { hours, days } = toll(planned);
    tell(way.code, { hours, days });
    expect(hours).toBeGreaterThanOrEqual(way.hours[0]);
    expect(hours).toBeLessThanOrEqual(way.hours[1]);
    expect(days).toBeLessThanOrEqual(way.days[1]);
    const detail = await workToTheEnd(page, shop, job.id, way.code);
    // Every film of the sequence is in the log, in the moves and passes in which it was to be done.
    for (const step of detail.steps.filter(({ productKey }) => productKey !== null)) {
      const entry = detail.log.find(({ stepId, action }) => stepId === step.id && action === 'do');
      expect(entry?.work).toMatchObject({
        applications: step.applications,
        passes: step.passes,
        conditionerPct: step.conditionerPct,
      });
    }
  });
