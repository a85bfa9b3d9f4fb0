import type { JobDetail } from '@upholder/core/api';
import { Crew, toll } from './crew.ts';
import { chooseSystem, enter, expect, test, typeInto } from './shop.ts';
import { addLines, defaultsOf, GUN, look, newJob, stage, startJob, tell, workToTheEnd } from './wayTools.ts';

// Every way of working carried to its end: entered in the browser, planned, mixed for, worked and logged, and looked at.

/** Production by seconds: everything stands ready, and a machine that is never emptied is opened in ten minutes. */
const seconds = (face: number, edge = 0, setupMin = 1, cleanupMin = 0) => ({
  setupMin,
  perPieceMin: 0,
  perM2Min: 0,
  perProfileMMin: 0,
  perFaceSec: face,
  perEdgeSec: edge,
  cleanupMin,
});

test('two hundred MDF parts of two jobs before assembly: two machines that are never changed over, racks by area, 8 to 10 hours', async ({
  page,
  shop,
}) => {
  test.setTimeout(600_000);
  await shop.tell('reset');
  await enter(page, shop, 'Maren');
  const crew = await Crew.of(page);
  const rack = (id: string, area: string, slots: number) => ({
    kind: 'rack',
    id,
    name: `Rack for ${area} parts`,
    placeId: 'shop',
    area,
    slots,
    slotLengthMm: 900,
    support: 'packers',
  });
  for (const { id, item, version } of (await crew.shop()).benchItems)
    if (item.kind === 'gun' && item.applicator === 'airless')
      await crew.call('PUT', `/bench-items/${id}`, { version, item: { ...item, isRetired: true } });
  for (const [name, tiedTo] of [
    ['Airless for primer', 'build-primer'],
    ['Airless for colour', 'urethane-enamel-satin'],
  ])
    await crew.bench({ ...GUN, name, applicator: 'airless', tiedTo, tip: '310', pressureBar: 110 });
  await crew.settings({
    rackSlots: 0,
    railLengthMm: 0,
    holders: [rack('one', 'one-face', 100), rack('two', 'two-face', 150)],
    handlingMin: 0.05,
    yardsticks: {
      unpack: seconds(2),
      easeEdges: seconds(0, 1.5),
      keyMachine: seconds(5),
      dust: seconds(2),
      brush: seconds(0, 3, 5, 5),
      scuff: seconds(0, 2),
      airless: seconds(6, 0, 10, 10),
      sandPrimer: seconds(5),
      flip: seconds(3, 0, 0),
      inspect: seconds(3),
      deliver: seconds(2, 0, 5),
    },
  } as never);
  const plans: JobDetail[] = [];
  for (const code of ['FLAT-1', 'FLAT-2']) {
    if (plans.length === 0) await startJob(page, `Flat packs ${code}`, code);
    else await newJob(page, `Flat packs ${code}`, code);
    await addLines(
      page,
      '60 slab doors 400 x 720 before assembly',
      '40 slab drawer fronts 400 x 160 before assembly',
    );
    const options = { applicator: 'airless', primerCoats: 1, colourCoats: 1, laying: 'flat' };
    const zone = { substrate: 'MDF', survey: { existing: 'raw' }, systemId: 'F', newColour: '#e8e4d8' };
    await crew.zone(await crew.jobHere(), { ...zone, options: null });
    const generated = await crew.jobHere();
    const usual = generated.zones[0]?.options ?? {};
    await crew.zone(generated, { options: { ...defaultsOf(generated), ...usual, ...options } });
    // The gun closes the cut edges with the first full coat: sealing them by brush is taken out.
    const whole = await crew.jobHere();
    await crew.keepSteps(whole, whole.zones[0]?.id ?? '', (key) => !/-seal$|^seal-/.test(key));
    await page.reload();
    await stage(page, 'Sequence');
    const steps = page.getByRole('list', { name: 'Steps' });
    await expect(steps).toContainText('Deliver to assembly');
    await expect(steps).not.toContainText('Refit');
    await look(page, `b-sequence-${code}`);
    await stage(page, 'Days');
    await page.getByRole('button', { name: 'Plan the job' }).click();
    await expect(page.getByRole('heading', { name: /^Completion/ })).toBeVisible();
    await look(page, `b-days-${code}`);
    plans.push(await crew.jobHere());
  }
  const hours = plans.reduce((sum, plan) => sum + toll(plan).hours, 0);
  tell('b', { hours, each: plans.map(toll) });
  expect(hours).toBeGreaterThanOrEqual(8);
  expect(hours).toBeLessThanOrEqual(10);
  for (const { plan } of plans) {
    expect(new Set(plan?.loads.map(({ holderId }) => holderId))).toEqual(new Set(['one', 'two']));
    // Nothing is changed over: each machine keeps its product.
    for (const { gun } of plan?.ops ?? []) expect(gun?.changeMin ?? 0).toBeLessThanOrEqual(20);
  }
  for (const { job } of plans) await workToTheEnd(page, shop, job.id, `b-${job.code}`);
});

test('a kitchen that is lived in, by hand on its hinges, area by area, doors off once at the end, in a heated room', async ({
  page,
  shop,
}) => {
  test.setTimeout(600_000);
  await shop.tell('reset');
  await enter(page, shop, 'Maren');
  const crew = await startJob(page, 'Lived-in kitchen', 'LIVED');
  await addLines(
    page,
    '4 doors 400 x 720 on hinges',
    '4 doors 15 3/4 x 28 3/8 on the hinges',
    '3 drawer fronts 400 x 160 on hinges',
    '1 face frame 1800 x 720 fixed in the room',
  );
  await crew.pieces(
    await crew.jobHere(),
    { area: 'Island' },
    (tag) => /[1-4]$/.test(tag) && !/1[0-9]$/.test(tag),
  );
  await page.getByRole('link', { name: 'Room', exact: true }).click();
  await typeInto(page.getByLabel('Length', { exact: true }), '4.2 m');
  await typeInto(page.getByLabel('Width', { exact: true }), '3,6 m');
  await page.getByRole('checkbox', { name: /heated/i }).check();
  await typeInto(page.getByLabel('Room air'), '21');
  await typeInto(page.getByLabel('Humidity, %'), '45');
  await page.getByRole('button', { name: 'Propose from size and take-off' }).click();
  await page.getByRole('button', { name: 'Save the room' }).click();
  await expect(page.getByText(/^Saved\./)).toBeVisible();
  await look(page, 'c-room');
  await stage(page, 'Sequence');
  await chooseSystem(page, 'D', 'by hand, lived in');
  await page.getByLabel('Applied by').first().selectOption('brush');
  await page.getByLabel('Doors off for the last coat').click();
  await expect(page.getByLabel('Doors off for the last coat')).toBeChecked();
  const steps = page.getByRole('list', { name: 'Steps' });
  await expect(steps).toContainText('Take the doors off');
  await look(page, 'c-sequence');
  await stage(page, 'Days');
  await page.getByRole('button', { name: 'Plan the job' }).click();
  await expect(page.getByRole('heading', { name: /^Completion/ })).toBeVisible();
  await look(page, 'c-days');
  const planned = await crew.jobHere();
  tell('c', toll(planned));
  const ops = planned.plan?.ops.filter(({ task }) => task === null) ?? [];
  expect(ops.some(({ gun }) => gun !== null)).toBe(false);
  // The island is through before the rest is begun.
  const spanOf = (area: string) => {
    const loads = new Set(planned.plan?.loads.filter((load) => load.area === area).map(({ id }) => id));
    const own = ops.filter(({ loadId }) => loads.has(loadId));
    return [Math.min(...own.map(({ start }) => start)), Math.max(...own.map(({ end }) => end))] as const;
  };
  const [island, rest] = [spanOf('Island'), spanOf('')];
  expect(island[1] <= rest[0] || rest[1] <= island[0]).toBe(true);
  await workToTheEnd(page, shop, planned.job.id, 'c', 10);
});

test('two-tone oak sprayed in place behind plastic: backs by opening, touch-up, appliance fronts in the colour coat only', async ({
  page,
  shop,
}) => {
  test.setTimeout(600_000);
  await shop.tell('reset');
  await enter(page, shop, 'Maren');
  const crew = await startJob(page, 'Two-tone oak', 'OAK2');
  await addLines(
    page,
    '6 doors 400 x 720 on hinges',
    '2 drawer fronts 400 x 160 on hinges',
    '2 slab doors 600 x 720 on hinges',
  );
  await stage(page, 'Sequence');
  await chooseSystem(page, 'A', 'oak, sprayed in place');
  await page.getByLabel('Applied by').first().selectOption('turbine');
  const first = await crew.jobHere();
  await crew.call('POST', `/jobs/${first.job.id}/zones`, {
    id: '0e000000-0000-4000-8000-000000000001',
    name: 'Base units',
    oldColour: '#8a5a33',
    newColour: '#2b3b36',
    substrate: 'open-grain hardwood',
    systemId: 'A',
    options: { ...defaultsOf(first), applicator: 'turbine' },
  });
  await page.reload();
  await stage(page, 'Pieces');
  await page.getByLabel('Zone of the typed pieces').selectOption('Base units');
  await addLines(page, '4 doors 500 x 720 on hinges');
  // The appliance fronts had their primer at the maker's: only what carries the colour is theirs too.
  const detail = await crew.jobHere();
  const appliance = detail.pieces.filter(({ widthMm }) => widthMm === 600).map(({ id }) => id);
  const zone = detail.zones.find(({ name }) => name !== 'Base units');
  const rest = detail.pieces
    .filter(({ zoneId, id }) => zoneId === zone?.id && !appliance.includes(id))
    .map(({ id }) => id);
  const drafts = detail.steps
    .filter(({ zoneId }) => zoneId === zone?.id)
    .map(({ id: _id, zoneId: _zoneId, position: _position, ...draft }) => ({
      ...draft,
      pieceIds: /^(prime|key|fill|sand-primer|seal|caulk)/.test(draft.key) ? rest : draft.pieceIds,
    }));
  await crew.call('PUT', `/zones/${zone?.id}/steps`, { version: zone?.version, steps: drafts });
  await page.reload();
  await page.getByRole('link', { name: 'Room', exact: true }).click();
  await typeInto(page.getByLabel('Length', { exact: true }), '4.2 m');
  await typeInto(page.getByLabel('Width', { exact: true }), `11' 6"`);
  await page.getByRole('button', { name: 'Propose from size and take-off' }).click();
  await page.getByRole('button', { name: 'Save the room' }).click();
  await expect(page.getByText(/^Saved\./)).toBeVisible();
  await page.getByRole('button', { name: 'Compare ways' }).click();
  const ways = page.getByRole('list', { name: 'Ways compared' });
  await expect(ways.getByRole('listitem').first()).toBeVisible({ timeout: 180_000 });
  await look(page, 'e-ways');
  tell('e ways', { said: await ways.allInnerTexts() });
  await stage(page, 'Days');
  await page.getByRole('button', { name: 'Plan the job' }).click();
  await expect(page.getByRole('heading', { name: /^Completion/ })).toBeVisible();
  await look(page, 'e-days');
  const planned = await crew.jobHere();
  tell('e', toll(planned));
  const tasks = planned.plan?.ops.filter(({ task }) => task !== null) ?? [];
  const up = Math.max(...tasks.filter(({ task }) => task !== 'removal').map(({ end }) => end));
  const work = planned.plan?.ops.filter(({ task }) => task === null) ?? [];
  expect(Math.min(...work.map(({ start }) => start))).toBeGreaterThanOrEqual(up);
  const primed = work.filter(({ stepKey }) => /^prime/.test(stepKey)).flatMap(({ pieceIds }) => pieceIds);
  const coloured = work.filter(({ stepKey }) => /^colour/.test(stepKey)).flatMap(({ pieceIds }) => pieceIds);
  for (const id of appliance) expect([primed.includes(id), coloured.includes(id)]).toEqual([false, true]);
  expect(work.some(({ stepKey }) => /touch-up/.test(stepKey))).toBe(true);
  await workToTheEnd(page, shop, planned.job.id, 'e');
});
