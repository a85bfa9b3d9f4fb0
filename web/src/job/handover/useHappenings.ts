import type { Happening } from '@upholder/core/handover';
import { v7 as uuid } from 'uuid';
import type { Kept } from '../../api/sender.ts';
import { type EventEnvelope, envelopeOf } from '../../api/sync/envelope.ts';
import { upholder } from '../../api/upholder.ts';
import { sender } from '../../api/useSync.ts';
import { deviceClock } from '../../base/deviceClock.ts';

/** Keeps what happens to a job besides its work: on this device until the server has it. */
export function useHappenings(jobId: string) {
  const { data: session } = upholder.useSessionQuery();
  const member = session?.member;
  return async function happen(what: Happening): Promise<Kept & { id: string }> {
    const id = uuid();
    if (!member) return { ok: false, message: 'No one is signed in. Sign in and try again.', id };
    const at = new Date(deviceClock.now()).toISOString();
    const writer = { memberId: member.id, memberName: member.name };
    const stamp = deviceClock.isSure() ? null : deviceClock.stamp();
    const kept = await sender().keep(
      envelopeOf<EventEnvelope>('event', { id, jobId, at, what }, writer, stamp),
    );
    return { ...kept, id };
  };
}
