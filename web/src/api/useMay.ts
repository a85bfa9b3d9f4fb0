import { type CallName, mayCall } from '@upholder/core/api';
import { upholder } from './upholder.ts';

/** Whether whoever is signed in may make a call: what they may not is not offered. */
export function useMay(call: CallName): boolean {
  const { data: session } = upholder.useSessionQuery();
  return session?.member ? mayCall(session.member.role, call) : false;
}
