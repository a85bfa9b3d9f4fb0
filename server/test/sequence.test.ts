import type { JobDetail, ZoneRow } from '@upholder/core/api';
import { applyEdits, type SequenceEdit } from '@upholder/core/rules';
import type { StepDraft } from '@upholder/core/systems';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/expect.ts';
import type { Running } from '../src/start.ts';
import { type Caller, startTwoShops } from './harness.ts';
import { entryFor, makeJob } from './samples.ts';

let server: Running;
let ines: Caller;
let stranger: Caller;

beforeAll(async () => {
  ({ server, ines, stranger } = await startTwoShops('Edited', 'Curious'));
});
afterAll(() => server.stop());

const load = (detail: JobDetail) => ines.ok<JobDetail>('GET', `/jobs/${detail.job.id}`);
const draftsOf = (detail: JobDetail): StepDraft[] =>
  detail.steps.map(({ id: _id, zoneId: _zone, position: _position, ...draft }) => draft);
const keys = (detail: JobDetail) => detail.steps.map(({ key }) => key);

function bodyFor(detail: JobDetail, edits: SequenceEdit[]) {
  return { version: detail.zones[0]?.version, steps: applyEdits(draftsOf(detail), edits) };
}
const write = (detail: JobDetail, edits: SequenceEdit[]) =>
  ines.ok<ZoneRow>('PUT', `/zones/${detail.zones[0]?.id}/steps`, bodyFor(detail, edits));

describe('a sequence changed by hand', () => {
  it('keeps the ids of its steps, takes new ones in, and says that it was changed', async () => {
    const before = await makeJob(ines);
    const again = before.steps.find(({ key }) => key === 'colour-2')!;
    const { id: _id, zoneId: _zone, position: _position, ...draft } = again;
    const zone = await write(before, [
      { kind: 'insert', before: 'inspect', step: draft },
      { kind: 'move', key: 'hang', before: 'clean-2' },
      { kind: 'change', key: 'key', part: { grit: 180, note: 'worn fronts by hand' } },
    ]);
    expect(zone.isEdited).toBe(true);
    const after = await load(before);
    expect(after.zones[0]?.version).toBe(zone.version);
    expect(keys(after)).toContain('colour-2~2');
    expect(keys(after).indexOf('hang')).toBe(keys(after).indexOf('clean-2') - 1);
    expect(after.steps.find(({ key }) => key === 'key')).toMatchObject({
      grit: 180,
      note: 'worn fronts by hand',
    });
    for (const step of before.steps)
      expect(after.steps.find(({ key }) => key === step.key)?.id).toBe(step.id);
    await ines.ok('POST', `/jobs/${before.job.id}/plan`);
  });

  it('no longer counts as changed once the only change is undone', async () => {
    const before = await makeJob(ines);
    const changed = await write(before, [{ kind: 'change', key: 'key', part: { grit: 150 } }]);
    expect(changed.isEdited).toBe(true);
    const undone = await ines.ok<ZoneRow>('PUT', `/zones/${before.zones[0]?.id}/steps`, {
      version: changed.version,
      steps: draftsOf(before),
    });
    expect(undone.isEdited).toBe(false);
    // Of two changes one is left.
    const both = await write(await load(before), [
      { kind: 'change', key: 'key', part: { grit: 150 } },
      { kind: 'change', key: 'inspect', part: { note: 'by daylight' } },
    ]);
    expect(both.isEdited).toBe(true);
    const half = await write(await load(before), [{ kind: 'change', key: 'key', part: { grit: 220 } }]);
    expect(half.isEdited).toBe(true);
  });

  it('is refused at its field, when it has no steps, and when someone was faster', async () => {
    const job = await makeJob(ines, 0);
    const path = `/zones/${job.zones[0]?.id}/steps`;
    const wrong = bodyFor(job, [{ kind: 'change', key: 'key', part: { grit: 3 } }]);
    const at = job.steps.findIndex(({ key }) => key === 'key');
    expect((await ines.refused('PUT', path, wrong)).fields).toEqual({
      [`steps.${at}.grit`]: 'Grit must be at least 24.',
    });
    expect(await ines.refused('PUT', path, { ...wrong, steps: [] })).toMatchObject({ status: 422 });
    const twice = draftsOf(job);
    expect(await ines.refused('PUT', path, { ...wrong, steps: [...twice, twice[0]] })).toMatchObject({
      status: 422,
    });
    await write(job, [{ kind: 'remove', key: 'hang' }]);
    expect(await ines.refused('PUT', path, bodyFor(job, []))).toMatchObject({
      status: 409,
      code: 'conflict',
    });
    expect((await stranger.refused('PUT', path, bodyFor(job, []))).status).toBe(404);
  });

  it('keeps what is logged, in its order', async () => {
    const before = await makeJob(ines);
    const { plan } = await ines.ok<{ plan: { ops: Parameters<typeof entryFor>[1][] } }>(
      'POST',
      `/jobs/${before.job.id}/plan`,
    );
    for (const key of ['remove', 'clean-1']) {
      const step = before.steps.find((candidate) => candidate.key === key)!;
      const op = plan.ops.find(({ stepId }) => stepId === step.id)!;
      await ines.ok(
        'POST',
        `/jobs/${before.job.id}/log`,
        entryFor(before.job.id, op, '2026-11-23T07:30:00.000Z'),
      );
    }
    const path = `/zones/${before.zones[0]?.id}/steps`;
    const gone = await ines.refused('PUT', path, bodyFor(before, [{ kind: 'remove', key: 'remove' }]));
    expect(gone).toMatchObject({ status: 409, code: 'zone-started' });
    const swapped = await ines.refused(
      'PUT',
      path,
      bodyFor(before, [{ kind: 'move', key: 'clean-1', before: 'remove' }]),
    );
    expect(swapped).toMatchObject({ status: 409, code: 'zone-started' });
    await write(before, [{ kind: 'remove', key: 'hang' }]);
    expect(keys(await load(before))).not.toContain('hang');
  });

  it('stays when treatments change; only the steps for raw and repaired pieces come and go', async () => {
    const before = await makeJob(ines);
    await write(before, [{ kind: 'remove', key: 'sand-prime' }]);
    const treatment = async (of: 'replace' | 'finish') => {
      const now = await load(before);
      const { version, ...piece } = now.pieces[0]!;
      await ines.ok('PUT', `/jobs/${now.job.id}/pieces`, {
        changes: [{ version, piece: { ...piece, treatment: of } }],
      });
      return load(before);
    };
    const replaced = await treatment('replace');
    expect(keys(replaced)).toContain('raw-seal-edges');
    expect(keys(replaced)).not.toContain('sand-prime');
    expect(keys(replaced).indexOf('raw-first-prime')).toBeLessThan(keys(replaced).indexOf('prime-1'));
    const again = await treatment('finish');
    expect(keys(again).some((key) => key.startsWith('raw-'))).toBe(false);
    expect(keys(again)).not.toContain('sand-prime');
  });

  it('goes by hand to the client’s room and sprayed back to the shop; what is chosen there counts', async () => {
    const before = await makeJob(ines, 0);
    const coat = (detail: JobDetail) => detail.steps.find(({ key }) => key === 'colour-1')?.applicator;
    const zoneOf = (detail: JobDetail) => detail.zones[0] as ZoneRow;
    const move = async (place: string) => {
      const { job } = await load(before);
      const { id, status, code, name, client, addressNote, startOn, neededBy, version } = job;
      const spec = { status, code, name, client, addressNote, startOn, neededBy, version, place };
      await ines.ok('PUT', `/jobs/${id}`, spec);
      return load(before);
    };
    expect([zoneOf(before).options?.applicator, coat(before)]).toEqual(['turbine', 'turbine']);
    const there = await move('client');
    expect([zoneOf(there).options?.applicator, coat(there)]).toEqual(['roller', 'roller']);
    const { id, position: _position, isEdited: _edited, ...zone } = zoneOf(there);
    await ines.ok('PUT', `/zones/${id}`, { ...zone, options: { ...zone.options, applicator: 'turbine' } });
    expect(coat(await load(before))).toBe('turbine');
    const back = await move('shop');
    expect([zoneOf(back).options?.applicator, coat(back)]).toEqual(['turbine', 'turbine']);
    expect(coat(await move('client'))).toBe('roller');
    expect(coat(await move('shop'))).toBe('turbine');
  });

  it('is unfolded again when another choice is made, and then no longer counts as changed', async () => {
    const before = await makeJob(ines, 0);
    const edited = await write(before, [{ kind: 'remove', key: 'hang' }]);
    const { id, position: _position, isEdited: _edited, ...zone } = edited;
    const options = { ...zone.options, primerCoats: 2 };
    const after = await ines.ok<ZoneRow>('PUT', `/zones/${id}`, { ...zone, options });
    expect(after.isEdited).toBe(false);
    expect(keys(await load(before))).toEqual(expect.arrayContaining(['hang', 'prime-2']));
  });
});
