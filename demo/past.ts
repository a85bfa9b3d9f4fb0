import { GENERIC_PRODUCTS, type ProductSheet } from '@upholder/core/catalogue';
import { careOf, type Happening, type JobEvent, jobCareDates, refitRows } from '@upholder/core/handover';
import type { Finding } from '@upholder/core/inspection';
import { type MixRecord, MixRecordSchema } from '@upholder/core/mixing';
import { addDays, DEFAULT_SHOP_SETTINGS, minuteAt, toInstant } from '@upholder/core/shop';
import { v7 as uuid } from 'uuid';
import type { Queryable } from '../server/src/db/database.ts';
import { detailOf } from '../server/src/detail/store.ts';
import { addEvents, setStatus } from '../server/src/handover/store.ts';
import { addFindings } from '../server/src/inspection/store.ts';
import { SHOP } from './world.ts';

/** A clear of the shop's own: it does not stand skin oil, which shows a year later where hands pull. */
export const ACRYLIC_CLEAR = 'clear-acrylic-satin';

/** Products of the made-up shop besides the generic ones. */
export function ownProducts(): Record<string, ProductSheet> {
  const poly = GENERIC_PRODUCTS['clear-poly-satin'];
  if (!poly) throw new Error('the catalogue has no clear');
  return {
    [ACRYLIC_CLEAR]: {
      ...poly,
      name: 'Waterborne acrylic clear, satin',
      className: 'Acrylic clear',
      resistsSkinOil: false,
      clocks: { ...poly.clocks, cureMin: 14 * 1440 },
    },
  };
}

/** Batches on the tins of the finished job. */
const BATCH = 'AC-2207';

/** A mix for one coat of the finished job, emptied when the coat was on. */
export function pastMix(
  coat: { productKey: string; paintMl: number | null; thinnerMl: number | null },
  about: { jobId: string; stepId: string; madeBy: string; purpose: string; at: Date },
): MixRecord {
  const started = new Date(about.at.getTime() - 40 * 60_000).toISOString();
  const [paintMl, thinnerMl] = [coat.paintMl ?? 500, coat.thinnerMl ?? 0];
  return MixRecordSchema.parse({
    id: uuid(),
    revision: 1,
    productKey: coat.productKey,
    batch: BATCH,
    jobId: about.jobId,
    stepId: about.stepId,
    purpose: about.purpose,
    applicator: 'turbine',
    recipe: {
      thinning: { convention: 'on-paint', value: Math.round((thinnerMl / paintMl) * 100) },
      conditionerPct: 0,
    },
    paintMl,
    way: 'volume',
    pailMm: null,
    target: null,
    materialC: 19,
    madeBy: about.madeBy,
    startedAt: started,
    pours: [
      { id: uuid(), role: 'paint', ml: paintMl, at: started },
      ...(thinnerMl > 0 ? [{ id: uuid(), role: 'thinner', ml: thinnerMl, at: started }] : []),
    ],
    readings: [],
    emptiedAt: about.at.toISOString(),
    leftMl: 60,
    leftTo: 'closed container',
  });
}

/** Hands the finished job over as it was, asks a month later, and lets the client call a year later. */
export async function seedAftermath(
  db: Queryable,
  shopId: string,
  jobId: string,
  crew: Map<string, string>,
  opening: Date,
): Promise<void> {
  const detail = await detailOf(db, shopId, jobId);
  if (!detail) return;
  const sheets = { ...GENERIC_PRODUCTS, ...ownProducts() };
  const climate = { airC: 20, rhPct: 55 };
  const cares = careOf(detail, { sheets, settings: DEFAULT_SHOP_SETTINGS, climate }, SHOP.timeZone);
  const care = jobCareDates(cares);
  const [member] = crew;
  const author = { memberId: member?.[0] ?? null, memberName: member?.[1] ?? '' };
  const event = (at: string, what: Happening): JobEvent => ({
    id: uuid(),
    jobId,
    at,
    what,
    ...author,
    loggedAt: at,
  });
  const on = (day: string, clock: string) => toInstant(minuteAt(day, clock, SHOP.timeZone)).toISOString();
  const handedOver = detail.job.neededBy ?? detail.job.startOn;
  const pieces = refitRows(detail).map(({ piece }) => piece.id);
  const ticks = (['counted', 'refitted', 'level', 'hinges', 'bumpers'] as const).map((check) =>
    event(on(handedOver, '14:00'), { kind: 'tick', check, subjectIds: pieces, isOn: true }),
  );
  const called = new Date(opening.getTime() - 35 * 60_000).toISOString();
  const door = detail.pieces.find(({ tag }) => tag === 'I07');
  const callBack = event(called, {
    kind: 'call-back',
    via: 'client',
    pieceIds: door ? [door.id] : [],
    words: 'The edge that we pull the door open by has gone sticky.',
  });
  await addEvents(db, shopId, [
    ...ticks,
    event(on(handedOver, '15:30'), {
      kind: 'handover',
      how: 'paper',
      signedBy: 'The caretaker',
      strokes: [],
      limits: 'Maple differs in shade from board to board and darkens with light.',
      leftOpen: [],
      care,
    }),
    event(on(addDays(care?.curedOn ?? handedOver, 1), '09:00'), {
      kind: 'follow-up',
      which: 'cured',
      soft: 'no',
      chips: 'no',
      cracks: 'no',
      note: 'All well. The little ones pull the doors by the edge.',
    }),
    callBack,
  ]);
  if (!door) return;
  const lastCoat = detail.steps.filter(({ productKey }) => productKey !== null).at(-1);
  const finding: Finding = {
    id: uuid(),
    jobId,
    pieceId: door.id,
    stepId: lastCoat?.id ?? null,
    spot: { side: 'front', part: 'edge', x: 0.97, y: 0.48 },
    defect: 'soft',
    severity: 'visible',
    note: 'Sticky where hands pull, sound everywhere else.',
    callBackId: callBack.id,
    foundAt: called,
    ...author,
    loggedAt: called,
    answers: [],
  };
  await addFindings(db, shopId, [finding]);
  await setStatus(db, shopId, jobId, 'open');
}
