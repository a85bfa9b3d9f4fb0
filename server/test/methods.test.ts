import type { JobDetail, JobRow, LayerRow, ShopContext, SupplyRow, ZoneRow } from '@upholder/core/api';
import { GENERIC_SUPPLIES } from '@upholder/core/catalogue';
import {
  asTemplate,
  type CustomSystem,
  type CustomSystemVersion,
  FINISHING_SYSTEMS,
  type StepDraft,
} from '@upholder/core/systems';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Running } from '../src/start.ts';
import { type Caller, startTwoShops } from './harness.ts';
import { entryFor, makeJob } from './samples.ts';

let server: Running;
let ines: Caller;
let stranger: Caller;

beforeAll(async () => {
  ({ server, ines, stranger } = await startTwoShops('Ways', 'Other ways'));
});
afterAll(() => server.stop());

const load = ({ job }: JobDetail) => ines.ok<JobDetail>('GET', `/jobs/${job.id}`);
const shop = () => ines.ok<ShopContext>('GET', '/shop');
const keys = ({ steps }: JobDetail) => steps.map(({ key }) => key);
const drafts = ({ steps }: JobDetail): StepDraft[] =>
  steps.map(({ id: _id, zoneId: _zone, position: _position, ...draft }) => draft);
const choices = (detail: JobDetail, methods: object, version = detail.job.version) =>
  ines.call('PUT', `/jobs/${detail.job.id}/methods`, { version, methods });

function zoneBody({ id: _id, position: _position, isEdited: _isEdited, ...spec }: ZoneRow) {
  return spec;
}

describe('the ways of a job', () => {
  it('generate its zones again, are kept with their reasons, and survive a change of the job’s head', async () => {
    const before = await makeJob(ines);
    const methods = {
      choices: { coats: 'one-full', laying: 'flat' },
      reasons: { coats: 'the client wants it on Friday' },
    };
    expect((await choices(before, methods)).status).toBe(200);
    const after = await load(before);
    expect(after.job.methods).toEqual(methods);
    expect(keys(before)).toContain('colour-2');
    expect(keys(after)).not.toContain('colour-2');
    expect(after.zones[0]?.options?.laying).toBe('flat');
    const { id, version, methods: _methods, ...head } = after.job;
    await ines.ok('PUT', `/jobs/${id}`, { ...head, version, name: 'Renamed' });
    expect((await load(before)).job.methods).toEqual(methods);
    // Back to the shop's ways.
    const now = await load(before);
    await choices(now, { choices: {}, reasons: {} });
    expect(keys(await load(before))).toContain('colour-2');
  });

  it('leave what is begun or changed by hand as it is', async () => {
    const edited = await makeJob(ines);
    const zone = edited.zones[0]!;
    await ines.ok('PUT', `/zones/${zone.id}/steps`, {
      version: zone.version,
      steps: drafts(edited).filter(({ key }) => key !== 'inspect'),
    });
    await choices(edited, { choices: { coats: 'one-full' }, reasons: {} });
    expect(keys(await load(edited))).toContain('colour-2');

    const begun = await makeJob(ines);
    await ines.ok('POST', `/jobs/${begun.job.id}/plan`);
    const { plan } = await load(begun);
    const first = plan?.ops[0];
    await ines.ok(
      'POST',
      `/jobs/${begun.job.id}/log`,
      entryFor(begun.job.id, first!, '2026-11-23T07:30:00.000Z'),
    );
    await choices(await load(begun), { choices: { coats: 'one-full' }, reasons: {} });
    expect(keys(await load(begun))).toContain('colour-2');
  });

  it('refuse an unknown way, an old version and a stranger', async () => {
    const job = await makeJob(ines, 0);
    expect((await choices(job, { choices: { coats: 'five' }, reasons: {} })).status).toBe(422);
    expect((await choices(job, { choices: {}, reasons: {} }, 99)).status).toBe(409);
    const foreign = await stranger.call('PUT', `/jobs/${job.job.id}/methods`, {
      version: 1,
      methods: { choices: {}, reasons: {} },
    });
    expect(foreign.status).toBe(404);
  });

  it('of the shop count for zones that are unfolded from then on', async () => {
    const before = await makeJob(ines);
    const { version, name, timeZone, settings } = await shop();
    const methods = { choices: { overlap: '30' as const }, reasons: {} };
    const changed = await ines.ok<ShopContext>('PUT', '/shop', {
      version,
      name,
      timeZone,
      settings: { ...settings, methods },
    });
    expect((await load(before)).steps).toEqual(before.steps);
    const perM2 = ({ steps }: JobDetail) => steps.find(({ key }) => key === 'colour-1')?.labour.perM2Min;
    expect([perM2(before), perM2(await makeJob(ines))]).toEqual([1.2, 0.86]);
    await ines.ok('PUT', '/shop', { version: changed.version, name, timeZone, settings });
  });
});

describe('systems of the shop’s own', () => {
  const ownOf = (detail: JobDetail, change: Partial<CustomSystem> = {}): CustomSystem => {
    const { outline, fits, notFor } = FINISHING_SYSTEMS.D;
    return {
      name: 'Harbour grey',
      baseId: 'D',
      outline,
      fits,
      notFor,
      options: detail.zones[0]!.options!,
      steps: asTemplate(drafts(detail)),
      ...change,
    };
  };
  const writeVersion = (id: string, version: number, system: CustomSystem, changeNote = '') =>
    ines.call('PUT', `/systems/${id}/versions/${version}`, { changeNote, system });

  it('are written in versions; a zone keeps the one it has until it takes another', async () => {
    const source = await makeJob(ines);
    const id = uuid();
    const first = ownOf(source);
    expect((await writeVersion(id, 1, first)).status).toBe(200);
    // The same call again writes nothing new.
    expect((await writeVersion(id, 1, first)).status).toBe(200);
    const job = await makeJob(ines);
    const zone = job.zones[0]!;
    const spec = { ...zoneBody(zone), customSystem: { id, version: 1, name: first.name } };
    await ines.ok('PUT', `/zones/${zone.id}`, spec);
    const coarse = first.steps.map((step) => (step.key === 'key' ? { ...step, grit: 150 } : step));
    await writeVersion(id, 2, { ...first, steps: coarse }, 'coarser key');
    expect((await shop()).systems.find((system) => system.id === id)?.version).toBe(2);
    const grit = async () => (await load(job)).steps.find(({ key }) => key === 'key')?.grit;
    expect(await grit()).toBe(220);
    const now = (await load(job)).zones[0]!;
    await ines.ok('PUT', `/zones/${zone.id}`, {
      ...zoneBody(now),
      customSystem: { id, version: 2, name: first.name },
    });
    expect(await grit()).toBe(150);
    const { versions } = await ines.ok<{ versions: CustomSystemVersion[] }>('GET', `/systems/${id}`);
    expect(versions.map(({ version, changeNote }) => [version, changeNote])).toEqual([
      [2, 'coarser key'],
      [1, ''],
    ]);
  });

  it('are not written over, and not seen or used by another shop', async () => {
    const source = await makeJob(ines);
    const id = uuid();
    await writeVersion(id, 1, ownOf(source));
    expect((await writeVersion(id, 1, ownOf(source, { name: 'Another' }))).status).toBe(409);
    expect((await writeVersion(id, 3, ownOf(source))).status).toBe(404);
    expect((await writeVersion(uuid(), 1, ownOf(source, { steps: [] }))).status).toBe(422);
    expect((await stranger.call('GET', `/systems/${id}`)).status).toBe(404);
    const theirs = await stranger.call('PUT', `/systems/${id}/versions/2`, {
      changeNote: '',
      system: ownOf(source),
    });
    expect([404, 409]).toContain(theirs.status);
    const zone = source.zones[0]!;
    const lost = await ines.call('PUT', `/zones/${zone.id}`, {
      ...zoneBody(zone),
      customSystem: { id: uuid(), version: 1, name: 'Gone' },
    });
    expect(lost.status).toBe(422);
    expect((await load(source)).zones[0]?.customSystem).toBeNull();
  });

  it('go out of use without leaving the jobs that have them', async () => {
    const source = await makeJob(ines);
    const id = uuid();
    await writeVersion(id, 1, ownOf(source));
    const zone = source.zones[0]!;
    await ines.ok('PUT', `/zones/${zone.id}`, {
      ...zoneBody(zone),
      customSystem: { id, version: 1, name: 'Harbour grey' },
    });
    await ines.ok('PUT', `/systems/${id}/retired`, { isRetired: true });
    expect((await shop()).systems.some((system) => system.id === id)).toBe(false);
    const now = (await load(source)).zones[0]!;
    await ines.ok('PUT', `/zones/${zone.id}`, {
      ...zoneBody(now),
      options: { ...now.options!, colourKey: 'alkyd-enamel-satin' },
    });
    expect((await load(source)).steps.some(({ productKey }) => productKey === 'alkyd-enamel-satin')).toBe(
      true,
    );
    expect((await stranger.call('PUT', `/systems/${id}/retired`, { isRetired: false })).status).toBe(404);
  });
});

describe('the stores', () => {
  it('hold every supply that ships, take new ones, and change them by version', async () => {
    const { supplies } = await shop();
    expect(supplies.map(({ key }) => key).sort()).toEqual(Object.keys(GENERIC_SUPPLIES).sort());
    const cleaner = supplies.find(({ key }) => key === 'cleaner-mild')!;
    const supply = { ...GENERIC_SUPPLIES['cleaner-mild']!, name: 'Pier wash' };
    const changed = await ines.ok<SupplyRow>('PUT', `/supplies/${cleaner.id}`, {
      version: cleaner.version,
      supply,
    });
    expect(changed.supply.name).toBe('Pier wash');
    const late = await ines.call('PUT', `/supplies/${cleaner.id}`, { version: cleaner.version, supply });
    expect(late.status).toBe(409);
    expect((await stranger.call('PUT', `/supplies/${cleaner.id}`, { version: 2, supply })).status).toBe(404);
    const wrong = await ines.call('POST', '/supplies', {
      id: uuid(),
      key: 'pier-wash',
      supply: { ...supply, mlPerM2: 0 },
    });
    expect(wrong.status).toBe(422);
    await ines.ok('POST', '/supplies', { id: uuid(), key: 'pier-wash', supply });
    expect((await ines.call('POST', '/supplies', { id: uuid(), key: 'pier-wash', supply })).status).toBe(409);
  });

  it('keep what the shop knows of layers, once, for itself, until it is taken back', async () => {
    const layer = {
      id: uuid(),
      kind: 'product',
      under: 'bonding-primer',
      over: 'glaze-waterborne',
      answer: 'scuffed',
      why: 'Held after a week.',
      test: { method: 'P320, seven days, cross-cut and tape', madeOn: '2026-11-02', held: true },
    };
    const row = await ines.ok<LayerRow>('POST', '/layers', layer);
    expect(row.memberName).not.toBe('');
    await ines.ok('POST', '/layers', layer);
    expect((await shop()).layers.filter(({ id }) => id === layer.id)).toHaveLength(1);
    expect((await stranger.ok<ShopContext>('GET', '/shop')).layers).toEqual([]);
    const torn = { ...layer, id: uuid(), answer: 'yes', test: { ...layer.test, held: false } };
    expect((await ines.call('POST', '/layers', torn)).status).toBe(422);
    expect((await stranger.call('DELETE', `/layers/${layer.id}`)).status).toBe(404);
    await ines.ok('DELETE', `/layers/${layer.id}`);
    expect((await shop()).layers).toEqual([]);
  });
});

describe('zones that go along', () => {
  it('share with another zone of the job only, and the file of the job keeps it', async () => {
    const detail = await makeJob(ines);
    const first = detail.zones[0]!;
    const second = await ines.ok<ZoneRow>('POST', `/jobs/${detail.job.id}/zones`, {
      ...zoneBody(first),
      id: uuid(),
      name: 'Second',
    });
    const share = (sharesWith: string) =>
      ines.call('PUT', `/zones/${second.id}`, { ...zoneBody(second), sharesWith });
    expect((await share(second.id)).status).toBe(422);
    expect((await share((await makeJob(ines)).zones[0]!.id)).status).toBe(422);
    expect((await share(first.id)).status).toBe(200);
    const file = await ines.ok<object>('GET', `/jobs/${detail.job.id}/export/job.json`);
    const copy = await ines.ok<JobRow>('POST', '/import/job', { file });
    const { zones, steps } = await ines.ok<JobDetail>('GET', `/jobs/${copy.id}`);
    expect(zones[1]?.sharesWith).toBe(zones[0]?.id);
    expect(steps.some(({ supplyKey }) => supplyKey === 'cleaner-alkaline')).toBe(true);
  });

  it('go alone again when the other zone is deleted', async () => {
    const detail = await makeJob(ines, 0);
    const first = detail.zones[0]!;
    const second = await ines.ok<ZoneRow>('POST', `/jobs/${detail.job.id}/zones`, {
      ...zoneBody(first),
      id: uuid(),
      name: 'Second',
      sharesWith: first.id,
    });
    expect(second.sharesWith).toBe(first.id);
    await ines.ok('DELETE', `/zones/${first.id}`);
    const left = (await load(detail)).zones[0]!;
    expect(left.sharesWith).toBeNull();
    await ines.ok('PUT', `/zones/${left.id}`, { ...zoneBody(left), name: 'Alone' });
  });
});
