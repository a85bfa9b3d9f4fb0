import type { AnswerKind, Cause, Cure, Finding, NewFinding } from '@upholder/core/inspection';
import { v7 as uuid } from 'uuid';
import type { Kept } from '../../api/sender.ts';
import {
  type AnswerEnvelope,
  envelopeOf,
  type FindingEnvelope,
  type PhotoEnvelope,
} from '../../api/sync/envelope.ts';
import { upholder } from '../../api/upholder.ts';
import { sender } from '../../api/useSync.ts';
import { deviceClock } from '../../base/deviceClock.ts';
import { shrinkPicture } from '../../parts/picture.ts';

async function base64Of(blob: Blob): Promise<string> {
  const bytes = new Uint8Array(await blob.arrayBuffer());
  let text = '';
  for (let from = 0; from < bytes.length; from += 0x8000)
    text += String.fromCharCode(...bytes.subarray(from, from + 0x8000));
  return btoa(text);
}

/** What somebody decides about a finding. */
export interface Decision {
  answer: AnswerKind;
  cure?: Cure | null;
  cause?: Cause | null;
  /** Whether the piece leaves its load for the repair. */
  isAlone?: boolean;
  reason?: string;
}

/** Reports, answers and pictures of findings: kept on this device until the server has them. */
export function useInspecting() {
  const { data: session } = upholder.useSessionQuery();
  const member = session?.member;
  const writer = member && { memberId: member.id, memberName: member.name };
  const nobody: Kept = { ok: false, message: 'No one is signed in. Sign in and report it again.' };
  const stamp = () => (deviceClock.isSure() ? null : deviceClock.stamp());
  return {
    async report(finding: Omit<NewFinding, 'id' | 'foundAt'>): Promise<Kept & { id: string }> {
      const body = { ...finding, id: uuid(), foundAt: new Date(deviceClock.now()).toISOString() };
      if (!writer) return { ...nobody, id: body.id };
      const kept = await sender().keep(envelopeOf<FindingEnvelope>('finding', body, writer, stamp()));
      return { ...kept, id: body.id };
    },
    async decide(
      { id, jobId }: Pick<Finding, 'id' | 'jobId'>,
      { answer, cure = null, cause = null, isAlone = false, reason = '' }: Decision,
    ): Promise<Kept> {
      if (!writer) return nobody;
      const at = new Date(deviceClock.now()).toISOString();
      const body = { id: uuid(), findingId: id, jobId, answer, cure, cause, isAlone, reason, at };
      return sender().keep(envelopeOf<AnswerEnvelope>('answer', body, writer, stamp()));
    },
    /** @throws Error with a sentence when the file is no picture. */
    async picture(
      { id, jobId, pieceId, zoneId }: { id: string; jobId: string; pieceId: string; zoneId: string },
      file: File,
    ): Promise<Kept> {
      if (!writer) return nobody;
      const content = await shrinkPicture(file);
      const body = {
        id: uuid(),
        jobId,
        zoneId,
        pieceId,
        topic: id,
        takenAt: new Date(deviceClock.now()).toISOString(),
        type: content.type,
        content: await base64Of(content),
      };
      return sender().keep(envelopeOf<PhotoEnvelope>('photo', body, writer));
    },
  };
}
