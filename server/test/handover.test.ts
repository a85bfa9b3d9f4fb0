import type { CallBackRow, JobDetail, JobSummary } from '@upholder/core/api';
import {
  type Happening,
  type JobEvent,
  jobStateOf,
  type NewJobEvent,
  tickedOf,
} from '@upholder/core/handover';
import type { Tally } from '@upholder/core/lessons';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Running } from '../src/start.ts';
import { type Caller, NOW, startTwoShops } from './harness.ts';
import { makeJob } from './samples.ts';

let server: Running;
let ines: Caller;
let stranger: Caller;

beforeAll(async () => {
  ({ server, ines, stranger } = await startTwoShops('Hands over', 'Elsewhere'));
});
afterAll(() => server.stop());

const minutesAgo = (minutes: number) => new Date(Date.parse(NOW) - minutes * 60_000).toISOString();
const detailOf = (jobId: string) => ines.ok<JobDetail>('GET', `/jobs/${jobId}`);
const eventFor = (jobId: string, what: Happening, at = minutesAgo(5)): NewJobEvent => ({
  id: uuid(),
  jobId,
  at,
  what,
});

async function happen(jobId: string, what: Happening, at?: string): Promise<JobEvent> {
  const sent = eventFor(jobId, what, at);
  const { event } = await ines.ok<{ event: JobEvent }>('POST', `/jobs/${jobId}/events`, sent);
  return event;
}
const send = (jobId: string, what: Happening, at?: string, who = ines) =>
  who.call('POST', `/jobs/${jobId}/events`, eventFor(jobId, what, at));

const sheet = (how: 'paper' | 'unsigned' = 'paper'): Happening => ({
  kind: 'handover',
  how,
  signedBy: how === 'paper' ? 'Mrs Quill' : '',
  strokes: [],
  limits: 'Joints move.',
  leftOpen: ['U12 is still wet.'],
  care: { dryOn: '2026-11-24', gentleUntil: '2026-12-10', curedOn: '2026-12-24' },
});
const callBack = (pieceIds: string[]): Happening => ({
  kind: 'call-back',
  via: 'label',
  pieceIds,
  words: 'sticky',
});

describe('what happens to a job', () => {
  it('is written once however often it is sent, and not under the id of something else', async () => {
    const { job, pieces } = await makeJob(ines);
    const sent = eventFor(job.id, {
      kind: 'tick',
      check: 'level',
      subjectIds: pieces.map(({ id }) => id),
      isOn: true,
    });
    const path = `/jobs/${job.id}/events`;
    const answers = await Promise.all([1, 2, 3].map(() => ines.call('POST', path, sent)));
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200]);
    const { events } = await detailOf(job.id);
    expect(events).toHaveLength(1);
    expect(events[0]).toMatchObject({ ...sent, memberName: 'Ines' });
    const other = await ines.call('POST', path, { ...sent, what: { ...sent.what, isOn: false } });
    expect(other.status).toBe(409);
  });

  it('speaks of the job’s own pieces, bags and events only, and not of the future', async () => {
    const { job } = await makeJob(ines);
    const other = await makeJob(ines);
    const tick = (subjectIds: string[]): Happening => ({
      kind: 'tick',
      check: 'counted',
      subjectIds,
      isOn: true,
    });
    expect((await send(job.id, tick([other.pieces[0]?.id ?? '']))).status).toBe(422);
    expect((await send(job.id, { kind: 'withdrawn', eventId: uuid() })).status).toBe(422);
    const late = new Date(Date.parse(NOW) + 3_600_000).toISOString();
    expect((await send(job.id, { kind: 'reopened', reason: '' }, late)).status).toBe(422);
    expect((await send(uuid(), { kind: 'reopened', reason: '' })).status).toBe(404);
    expect((await send(job.id, { kind: 'reopened', reason: '' }, undefined, stranger)).status).toBe(404);
    expect((await detailOf(job.id)).events).toEqual([]);
  });

  it('takes readings and touch-ups back without losing them', async () => {
    const { job, pieces } = await makeJob(ines);
    const reading = await happen(job.id, {
      kind: 'reading',
      reading: 'pencil',
      pieceId: pieces[0]?.id ?? null,
      stepId: null,
      value: 4,
      note: 'soft',
    });
    await happen(job.id, { kind: 'withdrawn', eventId: reading.id });
    const { events } = await detailOf(job.id);
    expect(events.map(({ what }) => what.kind)).toEqual(['reading', 'withdrawn']);
  });
});

describe('a bag that is ticked back in', () => {
  it('stands with its opening as well, and goes again', async () => {
    const { job } = await makeJob(ines);
    const wallId = uuid();
    const openingId = uuid();
    await ines.ok('POST', `/jobs/${job.id}/map`, {
      walls: [{ id: wallId, position: 0, name: 'Back', letter: 'N', widthMm: 3000, heightMm: 2200 }],
      openings: [
        {
          id: openingId,
          wallId,
          tag: 'N1',
          xMm: 0,
          yMm: 0,
          widthMm: 400,
          heightMm: 700,
          hardware: {},
          baggedAt: null,
          returnedAt: null,
        },
      ],
      assigned: [],
    });
    const tick = (isOn: boolean): Happening => ({
      kind: 'tick',
      check: 'bag',
      subjectIds: [openingId],
      isOn,
    });
    const { at } = await happen(job.id, tick(true), minutesAgo(9));
    const back = await detailOf(job.id);
    expect(back.openings[0]).toMatchObject({ returnedAt: at, version: 2 });
    expect(tickedOf(back.events, back.openings).get('bag')?.has(openingId)).toBe(true);
    await happen(job.id, tick(false));
    expect((await detailOf(job.id)).openings[0]?.returnedAt).toBeNull();
  });
});

describe('a job from its handover on', () => {
  const stateNow = async (jobId: string) => {
    const { job, events } = await detailOf(jobId);
    return [job.status, jobStateOf(job, events, false)];
  };

  it('is handed over once, signed later, closed, and opened by a call-back', async () => {
    const { job, pieces } = await makeJob(ines);
    expect((await send(job.id, callBack([pieces[0]?.id ?? '']))).status).toBe(422);
    expect((await send(job.id, { kind: 'closed', reason: '' })).status).toBe(422);
    await happen(job.id, sheet('unsigned'), minutesAgo(60));
    expect(await stateNow(job.id)).toEqual(['handed-over', 'handed-over']);
    await happen(job.id, sheet(), minutesAgo(50));
    expect(await stateNow(job.id)).toEqual(['handed-over', 'in-care']);
    expect((await send(job.id, sheet())).status).toBe(422);
    await happen(job.id, { kind: 'closed', reason: 'a year went by' }, minutesAgo(40));
    expect(await stateNow(job.id)).toEqual(['closed', 'closed']);
    const { id } = await happen(job.id, callBack([pieces[0]?.id ?? '']), minutesAgo(30));
    expect(await stateNow(job.id)).toEqual(['open', 'reopened']);
    const { details } = await ines.ok<{ details: JobDetail[] }>('GET', '/jobs/open');
    expect(details.map((detail) => detail.job.id)).toContain(job.id);
    await happen(job.id, { kind: 'call-back-ended', callBackId: id, outcome: 'advised', note: 'wipe it' });
    expect(await stateNow(job.id)).toEqual(['handed-over', 'in-care']);
  });

  it('tells the list of jobs how it stands, without the lines of the signature', async () => {
    const { job } = await makeJob(ines);
    const signed: Happening = {
      ...(sheet() as Extract<Happening, { kind: 'handover' }>),
      how: 'finger',
      strokes: [[1, 2, 3, 4]],
    };
    await happen(job.id, signed);
    const { jobs } = await ines.ok<{ jobs: JobSummary[] }>('GET', '/jobs');
    const summary = jobs.find((one) => one.job.id === job.id);
    expect(summary?.events.map(({ what }) => (what.kind === 'handover' ? what.strokes : null))).toEqual([[]]);
    const { events } = await detailOf(job.id);
    expect(events[0]?.what).toMatchObject({ strokes: [[1, 2, 3, 4]] });
  });

  it('keeps a finding with its call-back, and goes with the job file', async () => {
    const { job, pieces } = await makeJob(ines);
    await happen(job.id, sheet(), minutesAgo(50));
    const { id } = await happen(job.id, callBack([pieces[0]?.id ?? '']), minutesAgo(30));
    await ines.ok('POST', `/jobs/${job.id}/findings`, {
      id: uuid(),
      jobId: job.id,
      pieceId: pieces[0]?.id,
      stepId: null,
      spot: { side: 'front', part: 'edge', x: 0.9, y: 0.5 },
      defect: 'soft',
      severity: 'visible',
      note: '',
      foundAt: minutesAgo(20),
      callBackId: id,
    });
    const file = await (await ines.call('GET', `/jobs/${job.id}/export/job.json`)).json();
    const copy = await ines.ok<{ id: string }>('POST', '/import/job', { file });
    const imported = await detailOf(copy.id);
    expect(imported.events.map(({ what }) => what.kind)).toEqual(['handover', 'call-back']);
    const again = imported.events[1];
    expect(again?.id).not.toBe(id);
    expect(imported.findings.map(({ callBackId }) => callBackId)).toEqual([again?.id]);
    expect(again?.what).toMatchObject({ pieceIds: [imported.pieces[0]?.id] });
  });

  it('has its care dates as a calendar', async () => {
    const { job, steps, pieces } = await makeJob(ines);
    const last = steps.findLast(
      ({ productKey, resultingSurface }) => productKey && resultingSurface === 'colour',
    );
    await ines.ok('POST', `/jobs/${job.id}/log`, {
      id: uuid(),
      jobId: job.id,
      stepId: last?.id,
      side: 'all',
      action: 'do',
      pieceIds: pieces.map(({ id }) => id),
      doneAt: minutesAgo(60),
      coat: null,
      note: '',
      correctsId: null,
      isWithdrawal: false,
    });
    const answer = await ines.call('GET', `/jobs/${job.id}/export/care.ics`);
    expect(answer.headers.get('content-type')).toContain('text/calendar');
    const text = await answer.text();
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(3);
    expect((await stranger.call('GET', `/jobs/${job.id}/export/care.ics`)).status).toBe(404);
  });
});

describe('what the work teaches', () => {
  const coatAll = async (detail: {
    job: { id: string };
    steps: JobDetail['steps'];
    pieces: JobDetail['pieces'];
  }) => {
    const step = detail.steps.find(
      ({ productKey, resultingSurface }) => productKey && resultingSurface === 'colour',
    );
    await ines.ok('POST', `/jobs/${detail.job.id}/log`, {
      id: uuid(),
      jobId: detail.job.id,
      stepId: step?.id,
      side: 'all',
      action: 'do',
      pieceIds: detail.pieces.map(({ id }) => id),
      doneAt: minutesAgo(90),
      coat: {
        productKey: step?.productKey,
        paintMl: 300,
        thinnerMl: 0,
        cup: null,
        cupSeconds: null,
        climate: { airC: 12, rhPct: 50 },
        wftUm: null,
      },
      note: '',
      correctsId: null,
      isWithdrawal: false,
    });
    return step;
  };
  interface Taught {
    tallies: Tally[];
    pending: number;
    callBacks: CallBackRow[];
  }
  const taught = () => ines.ok<Taught>('GET', '/lessons');
  const cold = ({ tallies }: Taught): [of: number, atWork: number, calledBack: number] => {
    const own = tallies.filter(({ dimension, key }) => dimension === 'climate' && key === 'cold');
    const sum = (of: (tally: Tally) => number) => own.reduce((total, one) => total + of(one), 0);
    return [sum(({ of }) => of), sum(({ atWork }) => atWork), sum(({ calledBack }) => calledBack)];
  };

  it('is counted again when a finding comes or is answered, and lists call-backs with their cause', async () => {
    const detail = await makeJob(ines);
    const count = detail.pieces.length;
    const before = cold(await taught());
    const step = await coatAll(detail);
    expect(cold(await taught())).toEqual([before[0] + count, before[1], before[2]]);
    await happen(detail.job.id, sheet(), minutesAgo(50));
    const { id: callBackId } = await happen(
      detail.job.id,
      callBack([detail.pieces[0]?.id ?? '']),
      minutesAgo(30),
    );
    const findingId = uuid();
    await ines.ok('POST', `/jobs/${detail.job.id}/findings`, {
      id: findingId,
      jobId: detail.job.id,
      pieceId: detail.pieces[0]?.id,
      stepId: step?.id,
      spot: { side: 'front', part: 'edge', x: 0.9, y: 0.5 },
      defect: 'soft',
      severity: 'visible',
      note: '',
      foundAt: minutesAgo(20),
      callBackId,
    });
    expect(cold(await taught())).toEqual([before[0] + count, before[1], before[2] + 1]);
    await ines.ok('POST', `/jobs/${detail.job.id}/findings/${findingId}/answers`, {
      id: uuid(),
      findingId,
      answer: 'accept',
      cure: null,
      cause: 'skin-oil',
      reason: 'Mrs Quill',
      at: minutesAgo(10),
    });
    const { callBacks } = await taught();
    expect(callBacks.find(({ id }) => id === callBackId)).toMatchObject({
      words: 'sticky',
      isEnded: false,
      findings: [{ id: findingId, defect: 'soft', cause: 'skin-oil' }],
    });
    await happen(detail.job.id, { kind: 'withdrawn', eventId: callBackId });
    expect((await taught()).callBacks.map(({ id }) => id)).not.toContain(callBackId);
    // Nothing of it is another shop's business.
    const theirs = await stranger.ok<Taught>('GET', '/lessons');
    expect([theirs.tallies, theirs.callBacks]).toEqual([[], []]);
  });
});
