import type { JobDetail } from '@upholder/core/api';
import type { Finding, NewAnswer, NewFinding } from '@upholder/core/inspection';
import { checkPlan, planJob } from '@upholder/core/planning';
import { toMinute } from '@upholder/core/shop';
import { stepAppliesTo } from '@upholder/core/systems';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sampleShop } from '../../core/test/sample.ts';
import type { Running } from '../src/start.ts';
import { type Caller, NOW, startTwoShops } from './harness.ts';
import { makeJob } from './samples.ts';

let server: Running;
let ines: Caller;
let stranger: Caller;

beforeAll(async () => {
  ({ server, ines, stranger } = await startTwoShops('Looks over', 'Elsewhere'));
});
afterAll(() => server.stop());

const before = (hours: number) => new Date(Date.parse(NOW) - hours * 3_600_000).toISOString();

/** A job of which one zone has had everything up to a step. */
async function jobUpTo(key: string): Promise<JobDetail> {
  const { job, steps, pieces } = await makeJob(ines);
  const upTo = steps.findIndex((step) => step.key === key);
  for (const [index, step] of steps.slice(0, upTo + 1).entries())
    await ines.ok('POST', `/jobs/${job.id}/log`, {
      id: uuid(),
      jobId: job.id,
      stepId: step.id,
      side: 'all',
      action: 'do',
      pieceIds: pieces.map(({ id }) => id),
      doneAt: before(100 - index),
      coat: null,
      note: '',
      correctsId: null,
      isWithdrawal: false,
    });
  return detailOf(job.id);
}

const detailOf = (jobId: string) => ines.ok<JobDetail>('GET', `/jobs/${jobId}`);

function findingOn({ job, pieces, steps }: JobDetail, change: Partial<NewFinding> = {}): NewFinding {
  return {
    id: uuid(),
    jobId: job.id,
    pieceId: pieces[0]!.id,
    stepId: steps.find(({ key }) => key === 'colour-2')?.id ?? null,
    spot: { side: 'front', part: 'recess', x: 0.4, y: 0.6 },
    defect: 'run',
    severity: 'visible',
    note: '',
    foundAt: before(1),
    callBackId: null,
    ...change,
  };
}

async function report(detail: JobDetail, change: Partial<NewFinding> = {}): Promise<Finding> {
  const sent = findingOn(detail, change);
  const { finding } = await ines.ok<{ finding: Finding }>('POST', `/jobs/${detail.job.id}/findings`, sent);
  return finding;
}

const answerTo = (finding: Finding, change: Partial<NewAnswer>): NewAnswer => ({
  id: uuid(),
  findingId: finding.id,
  answer: 'leave',
  cure: null,
  cause: null,
  isAlone: false,
  reason: '',
  at: before(0),
  ...change,
});

const addressOf = ({ jobId, id }: Finding) => `/jobs/${jobId}/findings/${id}/answers`;
const give = (finding: Finding, change: Partial<NewAnswer>) =>
  ines.ok<{ finding: Finding }>('POST', addressOf(finding), answerTo(finding, change));

describe('a finding', () => {
  it('is written once however often it is sent, and not under the id of another', async () => {
    const detail = await jobUpTo('colour-2');
    const sent = findingOn(detail);
    const path = `/jobs/${detail.job.id}/findings`;
    const answers = await Promise.all([1, 2, 3].map(() => ines.call('POST', path, sent)));
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200]);
    const { findings } = await detailOf(detail.job.id);
    expect(findings).toEqual([expect.objectContaining({ ...sent, memberName: 'Ines', answers: [] })]);
    expect((await ines.call('POST', path, { ...sent, defect: 'nibs' })).status).toBe(409);
  });

  it('names a piece of the job, a time that has been, and nothing of another shop', async () => {
    const detail = await jobUpTo('colour-2');
    const path = `/jobs/${detail.job.id}/findings`;
    const refused = async (change: Partial<NewFinding>) =>
      (await ines.call('POST', path, findingOn(detail, change))).status;
    expect(await refused({ pieceId: uuid() })).toBe(422);
    expect(await refused({ foundAt: before(-2) })).toBe(422);
    expect(await refused({ spot: { side: 'front', part: 'face', x: 1.4, y: 0 } })).toBe(422);
    expect((await stranger.call('POST', path, findingOn(detail))).status).toBeGreaterThanOrEqual(400);
    const finding = await report(detail);
    expect((await stranger.call('POST', addressOf(finding), answerTo(finding, {}))).status).toBe(404);
    expect((await detailOf(detail.job.id)).findings).toHaveLength(1);
  });
});

describe('an answer', () => {
  it('puts the steps of a repair in for that piece alone, and the plan holds', async () => {
    const detail = await jobUpTo('colour-2');
    const finding = await report(detail);
    const { finding: kept } = await give(finding, {
      answer: 'cure',
      cure: 'level-recoat',
      cause: 'film-too-wet',
    });
    const after = await detailOf(detail.job.id);
    const added = after.steps.filter(({ id }) => !detail.steps.some((step) => step.id === id));
    expect(added.map(({ key }) => key)).toEqual(['mend-level', 'mend-dust', 'mend-coat']);
    expect(kept.answers[0]).toMatchObject({ cause: 'film-too-wet', stepIds: added.map(({ id }) => id) });
    const [mine, other] = after.pieces as [(typeof after.pieces)[0], (typeof after.pieces)[0]];
    for (const step of added)
      expect([mine, other].map((piece) => stepAppliesTo(step, piece))).toEqual([true, false]);
    expect(after.zones[0]?.isEdited).toBe(true);
    const outcome = planJob(after, sampleShop(), toMinute(NOW));
    if (!outcome.ok) throw new Error(outcome.message);
    expect(checkPlan(outcome.value.problem, outcome.value.plan)).toEqual([]);
    const mending = outcome.value.plan.ops.filter(({ op }) => op.stepKey.startsWith('mend-'));
    expect(mending.map(({ op }) => op.pieceIds)).toEqual(added.map(() => [mine.id]));
  });

  it('is changed while nothing of the repair is logged, and not afterwards', async () => {
    const detail = await jobUpTo('colour-2');
    const finding = await report(detail, { defect: 'bleed', severity: 'slight' });
    await give(finding, { answer: 'cure', cure: 'block-spot' });
    await give(finding, { answer: 'cure', cure: 'block-whole' });
    const { steps, findings } = await detailOf(detail.job.id);
    const added = steps.filter(({ key }) => key.startsWith('mend-'));
    expect(added.map(({ key }) => key)).toContain('mend-prime');
    expect(added.map(({ key }) => key)).not.toContain('mend-block');
    expect(findings[0]?.answers.map(({ cure }) => cure)).toEqual(['block-spot', 'block-whole']);
    await ines.ok('POST', `/jobs/${detail.job.id}/log`, {
      id: uuid(),
      jobId: detail.job.id,
      stepId: added[0]!.id,
      side: 'all',
      action: 'do',
      pieceIds: [finding.pieceId],
      doneAt: before(0),
      coat: null,
      note: '',
      correctsId: null,
      isWithdrawal: false,
    });
    const late = await ines.call('POST', addressOf(finding), answerTo(finding, { answer: 'withdraw' }));
    expect([late.status, await late.text()]).toEqual([422, expect.stringContaining('already logged')]);
    expect((await detailOf(detail.job.id)).steps).toHaveLength(steps.length);
  });

  it('takes the steps out again when it is taken back', async () => {
    const detail = await jobUpTo('colour-2');
    const finding = await report(detail);
    await give(finding, { answer: 'cure', cure: 'level-recoat' });
    await give(finding, { answer: 'withdraw' });
    const after = await detailOf(detail.job.id);
    expect(after.steps.map(({ key }) => key)).toEqual(detail.steps.map(({ key }) => key));
  });

  it('is given once, and two at the same time one after the other', async () => {
    const detail = await jobUpTo('colour-2');
    const finding = await report(detail);
    const sent = answerTo(finding, { answer: 'cure', cure: 'level-recoat' });
    const answers = await Promise.all([1, 2, 3, 4].map(() => ines.call('POST', addressOf(finding), sent)));
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200, 200]);
    const { steps, findings } = await detailOf(detail.job.id);
    expect(findings[0]?.answers).toHaveLength(1);
    expect(steps.filter(({ key }) => key.startsWith('mend-'))).toHaveLength(3);
  });

  it('asks for a reason where it stays, for a repair that fits, and replaces the piece where it must', async () => {
    const detail = await jobUpTo('colour-2');
    const finding = await report(detail);
    const refused = async (change: Partial<NewAnswer>) =>
      (await ines.call('POST', addressOf(finding), answerTo(finding, change))).status;
    expect(await refused({ answer: 'accept' })).toBe(422);
    expect(await refused({ answer: 'cure', cure: null })).toBe(422);
    expect(await refused({ answer: 'cure', cure: 'block-spot' })).toBe(422);
    await give(finding, { answer: 'accept', reason: 'Client saw it, inside of the door' });
    await give(finding, { answer: 'replace' });
    const { pieces, findings } = await detailOf(detail.job.id);
    expect(pieces[0]?.treatment).toBe('replace');
    expect(findings[0]?.answers.map(({ answer }) => answer)).toEqual(['accept', 'replace']);
  });
});

describe('what the shop confirmed', () => {
  it('counts the last word on each finding, and nothing of another shop', async () => {
    const detail = await jobUpTo('colour-2');
    const path = '/findings/confirmed';
    type Counted = { confirmed: { defect: string; cause: string; count: number }[] };
    const ofLap = async (caller: Caller) =>
      (await caller.ok<Counted>('GET', path)).confirmed.filter(({ defect }) => defect === 'lap');
    const [one, two, three] = [
      await report(detail, { defect: 'lap' }),
      await report(detail, { defect: 'lap' }),
      await report(detail, { defect: 'lap' }),
    ];
    await give(one, { answer: 'accept', reason: 'inside', cause: 'mix-too-thick' });
    await give(one, { answer: 'accept', reason: 'inside', cause: 'wet-edge-lost' });
    await give(two, { answer: 'accept', reason: 'inside', cause: 'wet-edge-lost' });
    await give(three, { answer: 'accept', reason: 'inside', cause: 'air-hot-dry' });
    await give(three, { answer: 'withdraw' });
    expect(await ofLap(ines)).toEqual([{ defect: 'lap', cause: 'wet-edge-lost', count: 2 }]);
    expect(await ofLap(stranger)).toEqual([]);
  });
});

describe('the file of a job', () => {
  it('takes findings and answers along, and a copy has ids of its own', async () => {
    const detail = await jobUpTo('colour-2');
    const finding = await report(detail);
    await give(finding, { answer: 'cure', cure: 'level-recoat', cause: 'hand-too-slow' });
    const file = await ines.ok<object>('GET', `/jobs/${detail.job.id}/export/job.json`);
    expect(file).toMatchObject({ findings: [{ id: finding.id, answers: [{ cause: 'hand-too-slow' }] }] });
    const copy = await ines.ok<{ id: string }>('POST', '/import/job', { file });
    const there = await detailOf(copy.id);
    const [copied] = there.findings;
    expect([copied?.defect, copied?.answers[0]?.cause]).toEqual(['run', 'hand-too-slow']);
    expect(copied?.id).not.toBe(finding.id);
    expect(there.pieces.map(({ id }) => id)).toContain(copied?.pieceId);
    expect(copied?.answers[0]?.stepIds).toEqual(
      there.steps.filter(({ key }) => key.startsWith('mend-')).map(({ id }) => id),
    );
  });
});
