import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { sampleId } from '../../test/sample.ts';
import type { Job } from '../jobs/index.ts';
import {
  callBacksOf,
  eventsOf,
  followUpsOf,
  type Happening,
  type JobEvent,
  jobStateOf,
  NewJobEventSchema,
  openCallBack,
  statusAfter,
  yearAfter,
} from './index.ts';

let serial = 0;
const JOB = sampleId(1, 1);

function event(what: Happening, at = '2026-12-10T12:00:00.000Z'): JobEvent {
  serial += 1;
  return { id: sampleId(8, serial), jobId: JOB, at, what, memberId: null, memberName: 'Ines', loggedAt: at };
}

const signed = (at?: string, how: 'finger' | 'paper' | 'unsigned' = 'paper') =>
  event(
    {
      kind: 'handover',
      how,
      signedBy: how === 'unsigned' ? '' : 'Mrs Quill',
      strokes: [],
      limits: '',
      leftOpen: [],
      care: { dryOn: '2026-12-11', gentleUntil: '2026-12-25', curedOn: '2027-01-09' },
    },
    at,
  );
const called = (at?: string) =>
  event({ kind: 'call-back', via: 'label', pieceIds: [sampleId(3, 1)], words: 'soft' }, at);
const ended = (callBackId: string, at?: string) =>
  event({ kind: 'call-back-ended', callBackId, outcome: 'repaired', note: '' }, at);
const asked = (which: 'cured' | 'year', at: string) =>
  event({ kind: 'follow-up', which, soft: 'no', chips: 'no', cracks: 'no', note: '' }, at);
const withdrawn = (eventId: string) => event({ kind: 'withdrawn', eventId });

/** The status and state of a job to which one event after another happened. */
function through(...events: JobEvent[]): [Job['status'], string] {
  let status: Job['status'] = 'open';
  events.forEach((_one, index) => {
    status = statusAfter(status, events.slice(0, index + 1));
  });
  return [status, jobStateOf({ status }, events, true)];
}

describe('where a job stands', () => {
  it('goes from open over work done and handed over into care, and is closed', () => {
    expect(jobStateOf({ status: 'open' }, [], false)).toBe('open');
    expect(jobStateOf({ status: 'open' }, [], true)).toBe('work-done');
    expect(through(signed(undefined, 'unsigned'))).toEqual(['handed-over', 'handed-over']);
    expect(through(signed(undefined, 'unsigned'), signed())).toEqual(['handed-over', 'in-care']);
    expect(through(signed())).toEqual(['handed-over', 'in-care']);
    expect(through(signed(), event({ kind: 'closed', reason: '' }))).toEqual(['closed', 'closed']);
    // Marked by an earlier version, without a sheet.
    expect(jobStateOf({ status: 'handed-over' }, [], true)).toBe('handed-over');
  });

  it('is opened by a call-back, from care or closed, and leaves the floor when it ends', () => {
    const callBack = called();
    expect(through(signed(), callBack)).toEqual(['open', 'reopened']);
    expect(through(signed(), event({ kind: 'closed', reason: '' }), callBack)).toEqual(['open', 'reopened']);
    expect(through(signed(), callBack, ended(callBack.id))).toEqual(['handed-over', 'in-care']);
    // Handed over again first, then ended: nothing opens it.
    expect(through(signed(), callBack, signed(), ended(callBack.id))).toEqual(['handed-over', 'in-care']);
  });

  it('stays open while another call-back is open', () => {
    const [one, other] = [called(), called()];
    expect(through(signed(), one, other, ended(one.id))).toEqual(['open', 'reopened']);
    expect(through(signed(), one, other, ended(one.id), ended(other.id))).toEqual(['handed-over', 'in-care']);
  });

  it('goes back when what happened is withdrawn', () => {
    const handover = signed();
    expect(through(handover, withdrawn(handover.id))).toEqual(['open', 'work-done']);
    const callBack = called();
    expect(through(signed(), callBack, withdrawn(callBack.id))).toEqual(['handed-over', 'in-care']);
    const closed = event({ kind: 'closed', reason: '' });
    expect(through(signed(), closed, withdrawn(closed.id))).toEqual(['handed-over', 'in-care']);
    // A reading that is taken back says nothing of the job.
    const reading = event({
      kind: 'reading',
      reading: 'thumb',
      pieceId: null,
      stepId: null,
      value: 0,
      note: '',
    });
    expect(through(signed(), reading, withdrawn(reading.id))).toEqual(['handed-over', 'in-care']);
    expect(eventsOf([reading, withdrawn(reading.id)], 'reading')).toEqual([]);
  });

  it('pairs call-backs with their ends', () => {
    const [one, other] = [called(), called()];
    const end = ended(one.id);
    expect(callBacksOf([one, other, end]).map(({ end: own }) => own?.id ?? null)).toEqual([end.id, null]);
    expect(openCallBack([one, other, end])?.event.id).toBe(other.id);
    expect(openCallBack([one, end])).toBeNull();
  });
});

describe('follow-ups', () => {
  it('fall due when the finish has cured, and after a year', () => {
    expect(followUpsOf([], '2026-12-10')).toEqual([]);
    expect(followUpsOf([signed()], '2026-12-10')).toEqual([
      { which: 'cured', dueOn: '2027-01-09' },
      { which: 'year', dueOn: '2027-12-10' },
    ]);
  });

  it('are asked once, and start again with a handover after a call-back', () => {
    const first = signed('2026-12-10T12:00:00.000Z');
    const answer = asked('cured', '2027-01-10T09:00:00.000Z');
    expect(followUpsOf([first, answer], '2026-12-10').map(({ which }) => which)).toEqual(['year']);
    const again = signed('2027-03-01T12:00:00.000Z');
    expect(followUpsOf([first, answer, again], '2027-03-01').map(({ which }) => which)).toEqual([
      'cured',
      'year',
    ]);
    expect(followUpsOf([first, withdrawn(first.id)], '2026-12-10')).toEqual([]);
  });

  it('knows no 29th of February a year later', () => {
    expect(yearAfter('2028-02-29')).toBe('2029-02-28');
    expect(yearAfter('2027-02-28')).toBe('2028-02-28');
    expect(yearAfter('2026-12-31')).toBe('2027-12-31');
  });
});

describe('what a client may send', () => {
  const sheet = signed().what;
  const send = (what: object) =>
    NewJobEventSchema.safeParse({ id: sampleId(8, 900), jobId: JOB, at: '2026-12-10T12:00:00.000Z', what });
  it('is a sheet with a name, and lines where it was signed on the screen', () => {
    expect(send(sheet).success).toBe(true);
    expect(send({ ...sheet, signedBy: ' ' }).error?.issues[0]?.message).toBe(
      'Enter the name of whoever signs.',
    );
    expect(send({ ...sheet, how: 'finger' }).error?.issues[0]?.path).toEqual(['what', 'strokes']);
    expect(send({ ...sheet, how: 'finger', strokes: [[10, 20, 30, 40]] }).success).toBe(true);
    expect(send({ ...sheet, how: 'unsigned', signedBy: '' }).success).toBe(true);
  });

  it('is refused where it says nothing, or names nothing', () => {
    const touchUp = { kind: 'touch-up', touchUpId: sampleId(8, 1), pieceId: null, what: ' ', state: 'open' };
    expect(send(touchUp).success).toBe(false);
    expect(send({ kind: 'tick', check: 'level', subjectIds: [], isOn: true }).success).toBe(false);
    expect(send({ kind: 'moved', to: 'closed' }).success).toBe(false);
  });
});
