import type { Page } from '@playwright/test';
import type { JobDetail, ShopContext } from '@upholder/core/api';
import type { Applicator } from '@upholder/core/catalogue';
import { coatAmounts, type MixRecord, MixRecordSchema } from '@upholder/core/mixing';
import type { PlannedOp } from '@upholder/core/planning';
import { toInstant } from '@upholder/core/shop';
import { v7 as uuid } from 'uuid';

/** Whoever works a job to its end, through the same calls as the page that looks in. */
export class Crew {
  private constructor(
    private readonly page: Page,
    private readonly csrf: string,
  ) {}

  static async of(page: Page): Promise<Crew> {
    const session = await page.request.get(new URL('/api/session', page.url()).toString());
    return new Crew(page, ((await session.json()) as { csrfToken: string }).csrfToken);
  }

  /** Calls the server as the page would. @throws Error with what it answered where it refused. */
  async call<T>(method: 'GET' | 'POST' | 'PUT', path: string, data?: unknown): Promise<T> {
    const answer = await this.page.request.fetch(new URL(`/api${path}`, this.page.url()).toString(), {
      method,
      headers: { 'x-csrf-token': this.csrf },
      ...(data !== undefined && { data: data as object }),
    });
    if (!answer.ok()) throw new Error(`${method} ${path}: ${answer.status()} ${await answer.text()}`);
    return (await answer.json()) as T;
  }

  shop(): Promise<ShopContext> {
    return this.call('GET', '/shop');
  }

  job(id: string): Promise<JobDetail> {
    return this.call('GET', `/jobs/${id}`);
  }

  /** The job that a page is in. */
  jobHere(): Promise<JobDetail> {
    return this.job(/\/jobs\/([0-9a-f-]{36})/.exec(this.page.url())?.[1] ?? '');
  }

  /** All other jobs stand aside, so that days and hours are those of one job. */
  async closeAll(): Promise<void> {
    const { jobs } = await this.call<{ jobs: { job: JobDetail['job'] }[] }>('GET', '/jobs');
    for (const { job } of jobs) {
      const { code, name, client, addressNote, startOn, neededBy, place, version } = job;
      const spec = { code, name, client, addressNote, startOn, neededBy, place, status: 'closed' };
      await this.call('PUT', `/jobs/${job.id}`, { version, ...spec });
    }
  }

  async settings(change: Partial<ShopContext['settings']>): Promise<void> {
    const { version, name, timeZone, settings } = await this.shop();
    await this.call('PUT', '/shop', { version, name, timeZone, settings: { ...settings, ...change } });
  }

  /** Puts something on the bench: a gun, a compressor, a cup. */
  async bench(item: object): Promise<string> {
    const id = uuid();
    await this.call('PUT', `/bench-items/${id}`, { version: 0, item });
    return id;
  }

  async plan(id: string): Promise<JobDetail> {
    await this.call('POST', `/jobs/${id}/plan`, {});
    return this.job(id);
  }

  /** Says something of a zone that its sequence goes by. */
  async zone({ zones }: JobDetail, part: object, index = 0): Promise<void> {
    const {
      id,
      version,
      position: _position,
      isEdited: _isEdited,
      ...spec
    } = zones[index] as JobDetail['zones'][number];
    await this.call('PUT', `/zones/${id}`, { version, ...spec, ...part });
  }

  /** Keeps some of the steps of a zone. */
  async keepSteps(detail: JobDetail, zoneId: string, keep: (key: string) => boolean): Promise<void> {
    const zone = detail.zones.find(({ id }) => id === zoneId);
    const steps = detail.steps
      .filter((step) => step.zoneId === zoneId && keep(step.key))
      .map(({ id: _id, zoneId: _zoneId, position: _position, ...draft }) => draft);
    await this.call('PUT', `/zones/${zoneId}/steps`, { version: zone?.version, steps });
  }

  /** Sets a field of some pieces. */
  async pieces(
    { job, pieces }: JobDetail,
    part: object,
    which: (tag: string) => boolean = () => true,
  ): Promise<void> {
    const changes = pieces
      .filter(({ tag }) => which(tag))
      .map(({ version, ...piece }) => ({ version, piece: { ...piece, ...part } }));
    await this.call('PUT', `/jobs/${job.id}/pieces`, { changes });
  }

  /** Mixes what a coat takes, all of it poured, as the bench writes it. */
  private async mix(detail: JobDetail, op: PlannedOp, shop: ShopContext): Promise<MixRecord | null> {
    const step = detail.steps.find(({ id }) => id === op.stepId);
    const sheet = shop.products.find(({ key }) => key === step?.productKey)?.sheet;
    if (!step?.productKey || !sheet || !op.isCoat) return null;
    const pieces = detail.pieces.filter(({ id }) => op.pieceIds.includes(id));
    const used: Applicator | null = op.tool ?? step.applicator;
    const amounts = coatAmounts(
      { ...step, applicator: used },
      sheet,
      pieces,
      op.side,
      detail.job.place === 'client',
    );
    if (!amounts || used === null || step.thinning === null) return null;
    const at = toInstant(op.start).toISOString();
    const mix = MixRecordSchema.parse({
      id: uuid(),
      revision: 1,
      productKey: step.productKey,
      batch: 'S-101',
      jobId: detail.job.id,
      stepId: step.id,
      purpose: `${detail.job.code}: ${step.name}`,
      applicator: used,
      recipe: { thinning: step.thinning, conditionerPct: step.conditionerPct },
      paintMl: Math.max(1, Math.round(amounts.paintMl)),
      way: 'volume',
      pailMm: null,
      target: null,
      materialC: 19,
      madeBy: 'Maren',
      startedAt: at,
      pours: [
        { id: uuid(), role: 'paint', ml: Math.max(1, Math.round(amounts.paintMl)), at },
        ...(amounts.thinnerMl >= 1
          ? [{ id: uuid(), role: 'thinner', ml: Math.round(amounts.thinnerMl), at }]
          : []),
        ...(amounts.conditionerMl >= 1
          ? [{ id: uuid(), role: 'conditioner', ml: Math.round(amounts.conditionerMl), at }]
          : []),
      ],
      readings: [],
      emptiedAt: null,
      leftMl: null,
    });
    await this.call('PUT', `/mixes/${mix.id}`, mix);
    return mix;
  }

  /** Logs a task as done when it was planned to end, a coat with what was mixed for it; what of the room is up is ticked. */
  async log(
    detail: JobDetail,
    op: PlannedOp,
    shop: ShopContext,
    pieceIds = op.pieceIds,
    lateMin = 0,
  ): Promise<void> {
    const doneAt = toInstant(op.end + lateMin).toISOString();
    if (op.task !== null) {
      const what = { kind: 'room', task: op.task, isOn: true, minutes: op.end - op.start };
      await this.call('POST', `/jobs/${detail.job.id}/events`, {
        id: uuid(),
        jobId: detail.job.id,
        at: doneAt,
        what,
      });
      return;
    }
    const mix = await this.mix(detail, { ...op, pieceIds }, shop);
    const poured = (role: string) => mix?.pours.find((pour) => pour.role === role)?.ml ?? 0;
    await this.call('POST', `/jobs/${detail.job.id}/log`, {
      id: uuid(),
      jobId: detail.job.id,
      stepId: op.stepId,
      side: op.side,
      action: op.action,
      pieceIds,
      doneAt,
      coat: mix && {
        productKey: mix.productKey,
        paintMl: poured('paint'),
        thinnerMl: poured('thinner'),
        cup: null,
        cupSeconds: null,
        climate: { airC: 18, rhPct: 60 },
        wftUm: null,
        mixId: mix.id,
        amountsFrom: 'mix',
      },
      note: '',
      correctsId: null,
      isWithdrawal: false,
    });
  }

  /** Tasks that are still to do, in the order of their ends. */
  open({ plan, log, events }: JobDetail): PlannedOp[] {
    const keyOf = (
      { stepId, side, action }: Pick<PlannedOp, 'stepId' | 'side' | 'action'>,
      pieceId: string,
    ) => `${stepId} ${side} ${action} ${pieceId}`;
    const done = new Set(log.flatMap((entry) => entry.pieceIds.map((id) => keyOf(entry, id))));
    // What was skipped is not to be done, on whichever side.
    const skipped = new Set(
      log
        .filter(({ action }) => action === 'skip')
        .flatMap(({ stepId, pieceIds }) => pieceIds.map((id) => `${stepId} ${id}`)),
    );
    const isLeft = (op: PlannedOp, id: string) =>
      !done.has(keyOf(op, id)) && !skipped.has(`${op.stepId} ${id}`);
    const ticked = new Set(
      events.flatMap(({ what }) => {
        const { kind, task } = what as { kind?: string; task?: string };
        return kind === 'room' && task ? [task] : [];
      }),
    );
    return (plan?.ops ?? [])
      .filter(({ personId }) => personId !== null)
      .filter((op) => (op.task === null ? op.pieceIds.some((id) => isLeft(op, id)) : !ticked.has(op.task)))
      .sort((a, b) => a.end - b.end);
  }

  /**
   * Works through the plan as it stands, up to a task that somebody wants to stop at.
   * @param slipMin each task ends so much later than the one before it was late, and is logged in two parts.
   * @returns that task, or null at the end.
   */
  async work(
    id: string,
    until: (op: PlannedOp) => boolean = () => false,
    slipMin = 0,
  ): Promise<PlannedOp | null> {
    let lateMin = 0;
    const shop = await this.shop();
    let detail = await this.job(id);
    for (const op of this.open(detail)) {
      if (until(op)) return op;
      // A part of the room that is put up in several goes is ticked once.
      if (op.task !== null && !this.open(detail).some((one) => one.id === op.id)) continue;
      lateMin += slipMin;
      const half = slipMin > 0 && op.task === null ? Math.floor(op.pieceIds.length / 2) : 0;
      if (half > 0) await this.log(detail, op, shop, op.pieceIds.slice(0, half), lateMin - slipMin / 2);
      await this.log(detail, op, shop, op.pieceIds.slice(half), lateMin);
      if (op.task !== null) detail = await this.job(id);
    }
    return null;
  }
}

/** Hours of labour in a plan, and the days on which anybody works. */
export function toll({ plan }: JobDetail): { hours: number; days: number } {
  const worked = (plan?.ops ?? [])
    .filter(({ personId }) => personId !== null)
    .flatMap(({ segments }) => segments);
  const minutes = worked.reduce((sum, { start, end }) => sum + end - start, 0);
  return {
    hours: Math.round(minutes / 6) / 10,
    days: new Set(worked.map(({ start }) => Math.floor(start / 1440))).size,
  };
}
