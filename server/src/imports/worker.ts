import { readFileSync } from 'node:fs';
import { type JobFile, readJobFile, withNewIds } from '@upholder/core/formats';
import { recodePlan, recodeStep } from '@upholder/core/recode';
import { v7 as uuid } from 'uuid';
import { cleaned } from '../http/cleaned.ts';
import { ApiError } from '../http/errors.ts';

/** A job file as it is written into a shop: with ids of its own, and what its pictures hold apart. */
export interface ReadJob {
  file: JobFile;
  /** What the pictures hold, in their order. */
  contents: Uint8Array[];
}

/** What was read, or what is wrong with it and where. */
export type ReadOutcome =
  | { ok: true; value: ReadJob }
  | { ok: false; code: 'bad-json' | 'bad-input'; message: string; field: string };

function parsed(path: string): { file?: unknown } | null {
  try {
    return JSON.parse(readFileSync(path, 'utf8')) as { file?: unknown };
  } catch (error) {
    if (error instanceof SyntaxError) return null;
    throw error;
  }
}

/**
 * Reads a job file that was sent, checks it, and gives everything in it ids of its own. It takes seconds where it carries many
 * pictures: nobody else waits for it.
 * @param path of the body as it came.
 */
export function read(path: string): ReadOutcome {
  const sent = parsed(path);
  if (sent === null) return { ok: false, code: 'bad-json', message: '', field: '' };
  try {
    const found = readJobFile(cleaned(sent.file, ['file']));
    if (!found.ok) return { ok: false, code: 'bad-input', message: found.message, field: 'file' };
    // A file of before has words where there are codes now.
    const { steps, plan, photos, ...rest } = found.value;
    const contents = photos.map(({ content }) => new Uint8Array(Buffer.from(content, 'base64')));
    const bare = photos.map((photo) => ({ ...photo, content: '' }));
    const today = { ...rest, photos: bare, steps: steps.map(recodeStep), plan: plan && recodePlan(plan) };
    return { ok: true, value: { file: withNewIds(today, uuid), contents } };
  } catch (error) {
    if (!(error instanceof ApiError)) throw error;
    const [field = 'file'] = Object.keys(error.details.fields ?? {});
    return { ok: false, code: 'bad-input', message: error.message, field };
  }
}
