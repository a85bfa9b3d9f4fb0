import type { JobDetail, ResponseOf, ROUTES, ZoneRow } from '@upholder/core/api';
import type { AsyncCommand } from 'fast-check';
import { v7 as uuid } from 'uuid';
import { expect } from 'vitest';
import { NOW } from '../harness.ts';
import { jobSpec, pieceFor, zoneSpec } from '../samples.ts';
import {
  type EntryModel,
  type JobModel,
  type Model,
  type PieceModel,
  pickOf,
  type Real,
  refusalOf,
  type Who,
} from './model.ts';

/** Which of what there is a command means: numbers, taken by how many there are. */
export interface Choice {
  who: number;
  job: number;
  other: number;
  isStale: boolean;
}

type Command = AsyncCommand<Model, Real>;

/** A command on a job: what it calls, what must be answered, and what that does to the model. */
abstract class OnJob implements Command {
  constructor(protected readonly choice: Choice) {}

  check({ jobs }: Readonly<Model>): boolean {
    return jobs.length > 0;
  }

  async run(model: Model, real: Real): Promise<void> {
    const who = pickOf(real.who, this.choice.who) as Who;
    const job = pickOf(model.jobs, this.choice.job) as JobModel;
    await this.act(who, job, model, real);
  }

  protected abstract act(who: Who, job: JobModel, model: Model, real: Real): Promise<void>;

  /** Calls, and holds the status against what the model says. */
  protected async answered(
    who: Who,
    [method, path, body]: [string, string, unknown?],
    wanted: number,
  ): Promise<unknown> {
    const answer = await who.caller.call(method, path, body);
    const text = await answer.text();
    expect({ method, path, as: who.role, status: answer.status, text: text.slice(0, 300) }).toMatchObject({
      status: wanted,
    });
    return JSON.parse(text);
  }

  toString(): string {
    return `${this.constructor.name}(${JSON.stringify(this.choice)})`;
  }
}

class AddJob implements Command {
  constructor(private readonly choice: Choice) {}
  check(): boolean {
    return true;
  }
  async run(model: Model, real: Real): Promise<void> {
    const who = pickOf(real.who, this.choice.who) as Who;
    const sent = {
      id: uuid(),
      ...jobSpec,
      code: `M${real.run}-${model.jobs.length}`,
      name: `Run ${real.run}`,
    };
    const answer = await who.caller.call('POST', '/jobs', sent);
    const refusal = refusalOf(who, 'addJob', null);
    expect(answer.status).toBe(refusal ?? 201);
    if (refusal !== null) return;
    const { version } = (await answer.json()) as { version: number };
    const { name } = sent;
    model.jobs.push({
      id: sent.id,
      shop: who.shop,
      sent,
      name,
      version,
      isChanged: false,
      zones: new Map(),
      pieces: [],
      log: [],
      findings: [],
    });
  }
  toString(): string {
    return `AddJob(${this.choice.who})`;
  }
}

/** The same job sent again: the same answer, unless it is another one by now or somebody else's. */
class AddJobAgain extends OnJob {
  protected async act(who: Who, job: JobModel): Promise<void> {
    const refusal = refusalOf(who, 'addJob', null);
    const isSame = job.shop === who.shop && !job.isChanged;
    await this.answered(who, ['POST', '/jobs', job.sent], refusal ?? (isSame ? 201 : 409));
  }
}

class RenameJob extends OnJob {
  protected async act(who: Who, job: JobModel): Promise<void> {
    const { id: _id, ...spec } = job.sent as { id: string };
    const name = `${job.name.slice(0, 20)} ${this.choice.other}`;
    const version = job.version - (this.choice.isStale ? 1 : 0);
    const wanted = refusalOf(who, 'changeJob', job) ?? (this.choice.isStale ? 409 : 200);
    const answer = await this.answered(who, ['PUT', `/jobs/${job.id}`, { ...spec, name, version }], wanted);
    if (wanted !== 200) return;
    Object.assign(job, { name, isChanged: true, version: (answer as { version: number }).version });
    expect(job.version).toBe(version + 1);
  }
}

class RemoveJob extends OnJob {
  protected async act(who: Who, job: JobModel, model: Model): Promise<void> {
    const refusal = refusalOf(who, 'removeJob', null);
    const isHeld = job.shop !== who.shop || job.log.length > 0;
    await this.answered(who, ['DELETE', `/jobs/${job.id}`], refusal ?? (isHeld ? 409 : 200));
    if (refusal !== null || isHeld) return;
    model.jobs.splice(model.jobs.indexOf(job), 1);
    model.gone.push(job);
  }
}

class AddZone extends OnJob {
  protected async act(who: Who, job: JobModel): Promise<void> {
    const zone = { id: uuid(), ...zoneSpec, name: `Zone ${job.zones.size}` };
    const wanted = refusalOf(who, 'addZone', job) ?? 201;
    await this.answered(who, ['POST', `/jobs/${job.id}/zones`, zone], wanted);
    if (wanted !== 201) return;
    const detail = await who.caller.ok<JobDetail>('GET', `/jobs/${job.id}`);
    const step = detail.steps.find(({ zoneId, productKey }) => zoneId === zone.id && productKey === null);
    job.zones.set(zone.id, step?.id ?? '');
  }
}

class RemoveZone extends OnJob {
  protected async act(who: Who, job: JobModel): Promise<void> {
    const zoneId = pickOf([...job.zones.keys()], this.choice.other);
    if (!zoneId) return;
    const isHeld =
      job.pieces.some((piece) => piece.zoneId === zoneId) || job.log.some((entry) => entry.zoneId === zoneId);
    const wanted = refusalOf(who, 'removeZone', job) ?? (isHeld ? 409 : 200);
    await this.answered(who, ['DELETE', `/zones/${zoneId}`], wanted);
    if (wanted === 200) job.zones.delete(zoneId);
  }
}

const TAGS = ['D1', 'd1', 'D2', 'Ü3', 'ü3', 'F4'];
const sameTag = (one: string, other: string) => one.toLowerCase() === other.toLowerCase();
const isTaken = ({ pieces }: JobModel, tag: string, except = '') =>
  pieces.some((piece) => piece.id !== except && sameTag(piece.tag, tag));

class AddPiece extends OnJob {
  protected async act(who: Who, job: JobModel): Promise<void> {
    const zoneId = pickOf([...job.zones.keys()], this.choice.other);
    if (!zoneId) return;
    const tag = TAGS[this.choice.other % TAGS.length] as string;
    const piece = pieceFor(zoneId, job.pieces.length + 1, { tag });
    const wanted = refusalOf(who, 'addPieces', job) ?? (isTaken(job, tag) ? 409 : 201);
    await this.answered(who, ['POST', `/jobs/${job.id}/pieces`, { pieces: [piece] }], wanted);
    if (wanted === 201) job.pieces.push({ id: piece.id, zoneId, tag, note: '', version: 1 });
  }
}

class ChangePiece extends OnJob {
  protected async act(who: Who, job: JobModel): Promise<void> {
    const known = pickOf(job.pieces, this.choice.other) as PieceModel | undefined;
    if (!known) return;
    const tag = TAGS[(this.choice.other >> 2) % TAGS.length] as string;
    const note = `${this.choice.other}`;
    const piece = pieceFor(known.zoneId, 1, { id: known.id, tag, note });
    const version = known.version - (this.choice.isStale ? 1 : 0);
    const isRefused = this.choice.isStale || isTaken(job, tag, known.id);
    const wanted = refusalOf(who, 'changePieces', job) ?? (isRefused ? 409 : 200);
    const changes = [{ version, piece }];
    await this.answered(who, ['PUT', `/jobs/${job.id}/pieces`, { changes }], wanted);
    if (wanted === 200) Object.assign(known, { tag, note, version: version + 1 });
  }
}

class RemovePiece extends OnJob {
  protected async act(who: Who, job: JobModel): Promise<void> {
    const piece = pickOf(job.pieces, this.choice.other);
    if (!piece) return;
    const isLogged = job.log.some(({ pieceId }) => pieceId === piece.id);
    const wanted = refusalOf(who, 'removePieces', job) ?? (isLogged ? 409 : 200);
    await this.answered(who, ['POST', `/jobs/${job.id}/pieces/delete`, { pieceIds: [piece.id] }], wanted);
    if (wanted !== 200) return;
    job.pieces.splice(job.pieces.indexOf(piece), 1);
    job.findings = job.findings.filter(({ pieceId }) => pieceId !== piece.id);
  }
}

class Log extends OnJob {
  protected async act(who: Who, job: JobModel): Promise<void> {
    const piece = pickOf(job.pieces, this.choice.other);
    const stepId = piece && job.zones.get(piece.zoneId);
    if (!piece || !stepId) return;
    const id = uuid();
    const body = {
      id,
      jobId: job.id,
      stepId,
      side: 'all',
      action: 'do',
      pieceIds: [piece.id],
      doneAt: NOW,
      coat: null,
      note: `${this.choice.other}`,
      correctsId: null,
      isWithdrawal: false,
    };
    const wanted = refusalOf(who, 'log', job) ?? 200;
    await this.answered(who, ['POST', `/jobs/${job.id}/log`, body], wanted);
    if (wanted !== 200) return;
    job.log.push({ id, stepId, zoneId: piece.zoneId, pieceId: piece.id, isCorrected: false, body });
  }
}

/** The same entry once more, as a tablet sends it that never heard the answer; or another one under its id. */
class LogAgain extends OnJob {
  protected async act(who: Who, job: JobModel): Promise<void> {
    const entry = pickOf(job.log, this.choice.other);
    if (!entry) return;
    const isOther = this.choice.isStale;
    const body = isOther ? { ...entry.body, note: 'something else' } : entry.body;
    const wanted = refusalOf(who, 'log', job) ?? (isOther ? 409 : 200);
    const answer = await this.answered(who, ['POST', `/jobs/${job.id}/log`, body], wanted);
    if (wanted === 200) expect(answer).toMatchObject({ wasKnown: true, entry: { id: entry.id } });
  }
}

class Correct extends OnJob {
  protected async act(who: Who, job: JobModel): Promise<void> {
    const entry = pickOf(job.log, this.choice.other) as EntryModel | undefined;
    if (!entry) return;
    const id = uuid();
    const body = { ...entry.body, id, correctsId: entry.id, isWithdrawal: this.choice.isStale };
    const wanted = refusalOf(who, 'log', job) ?? (entry.isCorrected ? 409 : 200);
    await this.answered(who, ['POST', `/jobs/${job.id}/log`, body], wanted);
    if (wanted !== 200) return;
    entry.isCorrected = true;
    job.log.push({ ...entry, id, isCorrected: false, body });
  }
}

class Find extends OnJob {
  protected async act(who: Who, job: JobModel): Promise<void> {
    const tag = TAGS[this.choice.other % TAGS.length] as string;
    const code = (job.sent as { code: string }).code;
    const answer = await this.answered(who, ['POST', '/pieces/find', { tag, jobCode: code }], 200);
    const { hits } = answer as ResponseOf<typeof ROUTES.findTag>;
    const wanted =
      job.shop === who.shop ? job.pieces.filter((piece) => sameTag(piece.tag, tag)).map(({ id }) => id) : [];
    expect(hits.map(({ piece }) => piece.id)).toEqual(wanted);
  }
}

class AddFinding extends OnJob {
  protected async act(who: Who, job: JobModel): Promise<void> {
    const piece = pickOf(job.pieces, this.choice.other);
    if (!piece) return;
    const body = {
      id: uuid(),
      jobId: job.id,
      pieceId: piece.id,
      stepId: null,
      spot: { side: 'front', part: 'face', x: 0.5, y: 0.5 },
      defect: 'crater',
      severity: 'slight',
      note: '',
      foundAt: NOW,
    };
    const refusal = refusalOf(who, 'addFinding', job);
    // The piece is what is missed first.
    const wanted = refusal === 404 ? 422 : (refusal ?? 200);
    await this.answered(who, ['POST', `/jobs/${job.id}/findings`, body], wanted);
    if (wanted === 200) job.findings.push({ id: body.id, pieceId: piece.id, answers: 0 });
  }
}

/** Looks at a job: everything that the model knows, or nothing where it is another shop's. */
export class Look extends OnJob {
  protected async act(who: Who, job: JobModel): Promise<void> {
    const wanted = refusalOf(who, 'job', job) ?? 200;
    const answer = await this.answered(who, ['GET', `/jobs/${job.id}`], wanted);
    if (wanted === 200) expect(seenOf(answer as JobDetail)).toEqual(knownOf(job));
  }
}

/** What of a job the model knows, as the server shows it. */
export function seenOf({ job, zones, pieces, log, findings }: JobDetail): object {
  return {
    job: [job.name, job.version],
    zones: zones.map(({ id }: ZoneRow) => id).sort(),
    pieces: pieces.map(({ id, tag, note, version }) => [id, tag, note, version]).sort(),
    log: log.map(({ id, pieceIds }) => [id, ...pieceIds]).sort(),
    findings: findings.map(({ id }) => id).sort(),
  };
}

/** The same, as the model has it. */
export function knownOf(job: JobModel): object {
  return {
    job: [job.name, job.version],
    zones: [...job.zones.keys()].sort(),
    pieces: job.pieces.map(({ id, tag, note, version }) => [id, tag, note, version]).sort(),
    log: job.log.map(({ id, pieceId }) => [id, pieceId]).sort(),
    findings: job.findings.map(({ id }) => id).sort(),
  };
}

/** Every kind of command, those that make something to work on more often. */
export const COMMANDS: readonly (new (choice: Choice) => Command)[] = [
  AddJob,
  AddJobAgain,
  RenameJob,
  RemoveJob,
  AddZone,
  AddZone,
  RemoveZone,
  AddPiece,
  AddPiece,
  AddPiece,
  ChangePiece,
  RemovePiece,
  Log,
  Log,
  LogAgain,
  Correct,
  Find,
  AddFinding,
  Look,
];
