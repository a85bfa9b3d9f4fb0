import type { LogEntry, NewLogEntry } from '@upholder/core/jobs';
import { describe, expect, it } from 'vitest';
import { delivered, dismissed, outboxReducer, queued, refused, withWaiting } from './outbox.ts';
import { refusalOf } from './upholder.ts';

function entry(number: number, jobId = 'job'): NewLogEntry {
  return {
    id: `entry-${number}`,
    jobId,
    stepId: 'step',
    side: 'all',
    action: 'do',
    pieceIds: ['piece'],
    doneAt: `2026-11-25T10:4${number}:00.000Z`,
    coat: null,
    note: '',
    correctsId: null,
    isWithdrawal: false,
  };
}

const start = { waiting: [], refused: [] };

describe('the outbox', () => {
  const two = [queued(entry(1)), queued(entry(2))].reduce(outboxReducer, start);

  it('keeps entries in the order in which they were logged', () => {
    expect(two.waiting.map(({ id }) => id)).toEqual(['entry-1', 'entry-2']);
  });

  it('lets go of an entry only when it was delivered', () => {
    const after = outboxReducer(two, delivered('entry-1'));
    expect(after.waiting.map(({ id }) => id)).toEqual(['entry-2']);
    expect(outboxReducer(after, delivered('stranger'))).toEqual(after);
  });

  it('sets a refused entry aside with the reason, until it is dismissed', () => {
    const after = outboxReducer(two, refused({ id: 'entry-1', message: 'No such step.' }));
    expect(after.waiting.map(({ id }) => id)).toEqual(['entry-2']);
    expect(after.refused).toEqual([{ entry: entry(1), message: 'No such step.' }]);
    expect(outboxReducer(after, dismissed('entry-1')).refused).toEqual([]);
  });
});

describe('the log with what waits', () => {
  const kept: LogEntry = { ...entry(1), memberId: 'member', memberName: 'Maren', loggedAt: entry(1).doneAt };

  it('adds what the server has not seen yet, under the own name', () => {
    const log = withWaiting([kept], [entry(2)], 'job', 'Joss');
    expect(log.map(({ id, memberName }) => [id, memberName])).toEqual([
      ['entry-1', 'Maren'],
      ['entry-2', 'Joss'],
    ]);
  });

  it('shows an entry once while its delivery is being told', () => {
    expect(withWaiting([kept], [entry(1)], 'job', 'Maren')).toHaveLength(1);
  });

  it('leaves other jobs alone', () => {
    expect(withWaiting([kept], [entry(2, 'other')], 'job', 'Maren')).toHaveLength(1);
  });
});

describe('refusalOf', () => {
  it('reads what the server says', () => {
    const error = {
      status: 409,
      data: { error: { code: 'conflict', message: 'Someone was faster.', current: { version: 2 } } },
    };
    expect(refusalOf(error)).toEqual({
      status: 409,
      code: 'conflict',
      message: 'Someone was faster.',
      fields: {},
      current: { version: 2 },
    });
  });

  it.each([undefined, { status: 'FETCH_ERROR' }, { status: 502, data: '<html>' }])(
    'takes %j as out of reach',
    (error) => {
      expect(refusalOf(error)).toMatchObject({ status: 'unreachable', code: 'unreachable' });
    },
  );
});
