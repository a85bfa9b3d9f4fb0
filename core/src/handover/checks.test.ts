import { describe, it } from 'vitest';
import { expect, words } from '../../test/expect.ts';
import { SAMPLE_START, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import { NO_HARDWARE, type Opening, type Wall } from '../elevation/index.ts';
import type { Finding } from '../inspection/index.ts';
import type { LogEntry } from '../jobs/index.ts';
import { planJob, snapshotOf } from '../planning/index.ts';
import { toInstant } from '../shop/index.ts';
import {
  checksOf,
  type HandoverJob,
  type Happening,
  inReadingOrder,
  type JobEvent,
  leftOpenOf,
  notPromised,
  refitRows,
  tickedOf,
  touchUpsOf,
} from './index.ts';

const shop = sampleShop();
const sample = sampleJob([{ systemId: 'D', doors: 4, fronts: 2, options: { laying: 'flat' } }], shop);
const AT = toInstant(SAMPLE_START).toISOString();

const wall = (number: number): Wall => ({
  id: sampleId(10, number),
  position: number,
  name: `Wall ${number}`,
  letter: 'N',
  widthMm: 3000,
  heightMm: 2200,
});

function opening(number: number, tag: string, xMm: number, yMm: number, heightMm = 700, onWall = 1): Opening {
  return {
    id: sampleId(11, number),
    wallId: sampleId(10, onWall),
    tag,
    xMm,
    yMm,
    widthMm: 400,
    heightMm,
    hardware: NO_HARDWARE,
    baggedAt: null,
    returnedAt: null,
  };
}

let serial = 0;
function event(what: Happening): JobEvent {
  serial += 1;
  const id = sampleId(8, serial);
  return { id, jobId: sample.job.id, at: AT, what, memberId: null, memberName: 'Ines', loggedAt: AT };
}
const tick = (
  check: 'counted' | 'level' | 'refitted' | 'hinges' | 'bumpers' | 'bag',
  subjectIds: string[],
  isOn = true,
) => event({ kind: 'tick', check, subjectIds, isOn });

const job = (change: Partial<HandoverJob> = {}): HandoverJob => ({
  ...sample,
  plan: null,
  findings: [],
  events: [],
  openings: [],
  walls: [],
  ...change,
});

describe('the order of the map', () => {
  it('reads wall by wall in rows from the top, each from the left, however the rows are shifted', () => {
    const openings = [
      opening(1, 'low right', 900, 100),
      opening(2, 'low left', 0, 90),
      opening(3, 'high left', 0, 1200),
      opening(4, 'high right', 900, 1240, 640),
      opening(5, 'high middle', 450, 1100, 900),
    ];
    expect(inReadingOrder(openings).map(({ tag }) => tag)).toEqual([
      'high left',
      'high middle',
      'high right',
      'low left',
      'low right',
    ]);
  });

  it('keeps a pair in one opening together, with its bag ticked once, and puts what has no place last', () => {
    const openings = [opening(1, 'A', 0, 900), opening(2, 'B', 500, 900), opening(3, 'C', 0, 100, 700, 2)];
    const [a, b, c, d, e, f] = sample.pieces;
    if (!a || !b || !c || !d || !e || !f) throw new Error('the sample has six pieces');
    const pieces = [
      { ...a, openingId: openings[2]?.id ?? null },
      { ...b, openingId: openings[1]?.id ?? null },
      { ...c, openingId: openings[1]?.id ?? null },
      { ...d, openingId: openings[0]?.id ?? null },
      e,
      f,
    ];
    const rows = refitRows({ pieces, openings, walls: [wall(2), wall(1)] });
    expect(rows.map(({ piece }) => piece.tag)).toEqual([d.tag, b.tag, c.tag, a.tag, e.tag, f.tag]);
    expect(rows.map(({ hasBag }) => hasBag)).toEqual([true, true, false, true, false, false]);
    expect(rows.map((row) => row.wall?.name ?? null)).toEqual([
      'Wall 1',
      'Wall 1',
      'Wall 1',
      'Wall 2',
      null,
      null,
    ]);
  });

  it('asks of each kind only what it has', () => {
    expect(checksOf({ kind: 'door' })).toEqual(['counted', 'refitted', 'level', 'hinges', 'bumpers']);
    expect(checksOf({ kind: 'drawer-front' })).toEqual(['counted', 'refitted', 'level', 'bumpers']);
    expect(checksOf({ kind: 'shelf' })).toEqual(['counted', 'refitted']);
    expect(checksOf({ kind: 'face-frame' })).toEqual([]);
  });
});

describe('ticks', () => {
  it('hold until they are taken back, each piece for itself', () => {
    const ids = sample.pieces.map(({ id }) => id);
    const events = [
      tick('level', ids),
      tick('level', ids.slice(0, 2), false),
      tick('counted', ids.slice(0, 1)),
    ];
    const ticked = tickedOf(events);
    expect([...(ticked.get('level') ?? [])]).toEqual(ids.slice(2));
    expect([...(ticked.get('counted') ?? [])]).toEqual(ids.slice(0, 1));
    expect(ticked.get('hinges')?.size).toBe(0);
  });

  it('take a bag from its opening, wherever it was ticked', () => {
    const back = { ...opening(1, 'A', 0, 0), returnedAt: AT };
    const out = opening(2, 'B', 500, 0);
    expect([...(tickedOf([], [back, out]).get('bag') ?? [])]).toEqual([back.id]);
    // The event alone says nothing: the server moves the opening with it.
    expect(
      tickedOf([tick('bag', [out.id])], [back, out])
        .get('bag')
        ?.has(out.id),
    ).toBe(false);
  });

  it('list touch-ups by their last word', () => {
    const [one, other] = [sampleId(12, 1), sampleId(12, 2)];
    const say = (touchUpId: string, what: string, state: 'open' | 'done' | 'removed') =>
      event({ kind: 'touch-up', touchUpId, pieceId: null, what, state });
    const events = [say(one, 'chip', 'open'), say(other, 'rub', 'open'), say(one, 'chip, low', 'done')];
    expect(touchUpsOf(events)).toEqual([
      { id: one, pieceId: null, what: 'chip, low', isDone: true },
      { id: other, pieceId: null, what: 'rub', isDone: false },
    ]);
    expect(touchUpsOf([...events, say(other, 'rub', 'removed')])).toHaveLength(1);
  });
});

describe('what is still open', () => {
  const said = (one: HandoverJob) =>
    leftOpenOf(one, shop, SAMPLE_START).map(({ kind, words: text }) => [kind, words(text)]);
  const ids = sample.pieces.map(({ id }) => id);
  const doors = sample.pieces.filter(({ kind }) => kind === 'door').map(({ id }) => id);
  const allTicked = [
    tick('counted', ids),
    tick('refitted', ids),
    tick('level', ids),
    tick('hinges', doors),
    tick('bumpers', ids),
  ];

  /** Everything had its removal, so that nobody was forgotten. */
  const touched: LogEntry = {
    id: sampleId(7, 1),
    jobId: sample.job.id,
    stepId: sample.steps.find(({ operation }) => operation === 'remove')?.id ?? '',
    side: 'all',
    action: 'do',
    pieceIds: ids,
    doneAt: AT,
    coat: null,
    note: '',
    correctsId: null,
    isWithdrawal: false,
    memberId: null,
    memberName: 'Ines',
    loggedAt: AT,
  };

  it('is nothing once all is ticked and nothing was planned', () => {
    expect(said(job({ events: allTicked, log: [touched] }))).toEqual([]);
  });

  it('names pieces that nobody worked on and no plan speaks of', () => {
    const some = { ...touched, pieceIds: ids.slice(1) };
    expect(said(job({ events: allTicked, log: [some] }))).toEqual([
      ['work', `No work is logged on ${sample.pieces[0]?.tag}.`],
    ]);
  });

  it('names planned work before lists, with the first task', () => {
    const outcome = planJob(sample, shop, SAMPLE_START);
    if (!outcome.ok) throw new Error(outcome.message);
    const plan = snapshotOf(sampleId(6, 1), AT, shop.climate, outcome.value);
    const [first] = said(job({ plan, events: allTicked }));
    expect(first?.[0]).toBe('work');
    expect(first?.[1]).toMatch(/^\d+ planned tasks are not logged\. The first is Remove, tag and bag\./);
  });

  it('names pieces by tag: not counted, hinges of doors only, bags, touch-ups', () => {
    const out = opening(1, 'A7', 0, 0);
    const touchUp = event({
      kind: 'touch-up',
      touchUpId: sampleId(12, 3),
      pieceId: null,
      what: 'chip',
      state: 'open',
    });
    const left = said(job({ events: [...allTicked.slice(1, 3), touchUp], openings: [out], log: [touched] }));
    const door = sample.pieces.find(({ kind }) => kind === 'door')?.tag ?? '';
    expect(left.map(([kind]) => kind)).toEqual(['list', 'list', 'list', 'list', 'list']);
    expect(left[0]?.[1]).toMatch(/are not counted back\.$/);
    expect(left[1]?.[1]).toMatch(new RegExp(`^4 doors need their hinges adjusted: ${door}`));
    expect(left[3]?.[1]).toBe('1 hardware bag is not ticked back in: A7.');
    expect(left[4]?.[1]).toBe('1 touch-up is not done.');
  });

  it('names what was found and is not settled, until somebody accepts it', () => {
    const finding: Finding = {
      id: sampleId(13, 1),
      jobId: sample.job.id,
      pieceId: ids[0] ?? '',
      stepId: null,
      spot: { side: 'front', part: 'face', x: 0.5, y: 0.5 },
      defect: 'run',
      severity: 'visible',
      note: '',
      callBackId: null,
      foundAt: AT,
      memberId: null,
      memberName: 'Ines',
      loggedAt: AT,
      answers: [],
    };
    const open = job({ events: allTicked, findings: [finding], log: [touched] });
    expect(said(open)).toEqual([['work', `1 finding is not settled: ${sample.pieces[0]?.tag}.`]]);
    const accepted: Finding = {
      ...finding,
      answers: [
        {
          id: sampleId(13, 2),
          findingId: finding.id,
          answer: 'accept',
          cure: null,
          cause: null,
          isAlone: false,
          reason: 'Mrs Quill likes it',
          at: AT,
          stepIds: [],
          memberId: null,
          memberName: 'Ines',
          loggedAt: AT,
        },
      ],
    };
    expect(said({ ...open, findings: [accepted] })).toEqual([]);
    const lines = notPromised(
      {
        ...open,
        findings: [accepted],
        zones: sample.zones,
        job: { ...sample.job, neededBy: null },
        decisions: [],
      },
      shop.settings,
    ).map(words);
    expect(lines[0]).toBe(`${sample.pieces[0]?.tag}: Run or sag, accepted as it is. Mrs Quill likes it`);
    expect(lines).toContain('Touch-ups by brush may show at a low angle.');
  });

  it('says what wood does by itself only where there is wood to do it', () => {
    const of = (substrate: 'MDF' | 'open-grain hardwood', options = sample.zones[0]?.options ?? null) =>
      notPromised(
        {
          ...job(),
          zones: sample.zones.map((zone) => ({ ...zone, substrate, options })),
          job: { ...sample.job, neededBy: null },
          decisions: [{ zoneId: sample.zones[0]?.id ?? '', code: 'rule:x@y#z', reason: 'client in a hurry' }],
        },
        shop.settings,
      ).map(words);
    expect(of('open-grain hardwood').join(' ')).toMatch(
      /the grain is not filled.*wood moves with the seasons/,
    );
    expect(of('MDF').join(' ')).not.toMatch(/grain|seasons/);
    expect(of('MDF')).toContain('Agreed against our advice: client in a hurry');
  });
});
