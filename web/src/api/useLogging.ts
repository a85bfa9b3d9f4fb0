import type { NewLogEntry } from '@upholder/core/jobs';
import { useRef } from 'react';
import { deviceClock } from '../base/deviceClock.ts';
import type { Kept } from './sender.ts';
import { envelopeOf, type LogEnvelope } from './sync/envelope.ts';
import { upholder } from './upholder.ts';
import { sender } from './useSync.ts';

/**
 * Logs an entry: it counts as logged only once this device or the server has it for good. A second press while the first
 * is being kept does nothing.
 * @returns whether it is safe, or why it is not.
 */
export function useLogging(): (entry: NewLogEntry, isTimeTyped?: boolean) => Promise<Kept> {
  const { data: session } = upholder.useSessionQuery();
  const isBusy = useRef(false);
  return async (entry, isTimeTyped = false) => {
    const member = session?.member;
    if (!member) return { ok: false, message: 'No one is signed in. Sign in and log it again.' };
    if (isBusy.current) return { ok: false, message: '' };
    isBusy.current = true;
    try {
      const stamp = isTimeTyped || deviceClock.isSure() ? null : deviceClock.stamp();
      return await sender().keep(
        envelopeOf<LogEnvelope>('log', entry, { memberId: member.id, memberName: member.name }, stamp),
      );
    } finally {
      isBusy.current = false;
    }
  };
}
